// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/profile.h"

#include "base/error.h"
#include "io/jsonfields.h"
#include "io/migrate.h"
#include "io/schema.h"
#include "model/accepted.h"
#include "model/profilechecks.h"

#include <algorithm>
#include <array>

namespace kh::io {

namespace fs = std::filesystem;

namespace {

using nlohmann::json;

constexpr std::size_t kLongestId = 100;

/// What there is of each kind, in the order of AnyProfile.
struct Kind {
    ProfileKind kind;
    BoxKind box;
    const char* folder;
};
constexpr std::array kKinds{Kind{ProfileKind::Transmitter, BoxKind::Transmitter, "profiles/transmitters"},
                            Kind{ProfileKind::Controller, BoxKind::Controller, "profiles/controllers"},
                            Kind{ProfileKind::SpeedController, BoxKind::SpeedController, "profiles/speed-controllers"},
                            Kind{ProfileKind::Servo, BoxKind::Servo, "servos"},
                            Kind{ProfileKind::Receiver, BoxKind::Receiver, "profiles/receivers"}};

template <class T>
T parsed(json value, ProfileKind kind, bool whole = true) {
    if (value.is_object() && value.contains("format") && value.at("format").is_number() &&
        value.at("format").get<double>() > kProfileFormat)
        throw InputError("format", fmt::format("{} was written by a newer Keelhaul; this one reads format 1 … {}",
                                               value.at("format").get<double>(), kProfileFormat));
    migrateProfile(value, kind);
    schemaOf(kind).require(value);
    T profile;
    JsonReader reader(value);
    describe(reader, profile);
    if (whole) {
        requireDescribed(profile);
        requireConsistent(profile);
    }
    return profile;
}

/// The kind that knows most of the keys. @throws InputError if none knows any but those all have
ProfileKind kindOf(const json& value) {
    const Kind* best = nullptr;
    std::size_t most = 0;
    if (value.is_object())
        for (const Kind& k : kKinds) {
            const json known = profileSchema(k.kind).at("properties");
            std::size_t own = 0;
            for (const auto& [key, unused] : value.items())
                if (key != "id" && key != "name" && key != "version" && known.contains(key)) ++own;
            if (own > most) {
                most = own;
                best = &k;
            }
        }
    if (best == nullptr) throw InputError("document", "is no profile of a transmitter, controller, speed controller, servo or receiver");
    return best->kind;
}

AnyProfile parsedAs(const json& value, ProfileKind kind, bool whole = true) {
    switch (kind) {
        case ProfileKind::Transmitter: return parsed<TransmitterProfile>(value, kind, whole);
        case ProfileKind::Controller: return parsed<ControllerProfile>(value, kind, whole);
        case ProfileKind::SpeedController: return parsed<SpeedControllerProfile>(value, kind, whole);
        case ProfileKind::Receiver: return parsed<ReceiverProfile>(value, kind, whole);
        case ProfileKind::Servo: break;
    }
    return parsed<ServoProfile>(value, kind, whole);
}

/// The text once more, counting its lines.
class Lines {
public:
    using iterator_category = std::input_iterator_tag;
    using value_type = char;
    using difference_type = std::ptrdiff_t;
    using pointer = const char*;
    using reference = const char&;
    Lines(const char* at, int* line) : at_(at), line_(line) {}
    reference operator*() const { return *at_; }
    Lines& operator++() {
        if (*at_ == '\n') ++*line_;
        ++at_;
        return *this;
    }
    bool operator==(const Lines& other) const { return at_ == other.at_; }
    bool operator!=(const Lines& other) const { return at_ != other.at_; }

private:
    const char* at_;
    int* line_;
};

/// Walks a text and keeps the line of the deepest place on the way to its target.
class Locator final : public nlohmann::json_sax<json> {
public:
    Locator(std::vector<std::string> target, const int& line) : target_(std::move(target)), line_(line) {}
    [[nodiscard]] int found() const { return found_; }

    bool null() override { return value(); }
    bool boolean(bool) override { return value(); }
    bool number_integer(number_integer_t) override { return value(); }
    bool number_unsigned(number_unsigned_t) override { return value(); }
    bool number_float(number_float_t, const string_t&) override { return value(); }
    bool string(string_t&) override { return value(); }
    bool binary(binary_t&) override { return false; }
    bool start_object(std::size_t) override { return open(false); }
    bool end_object() override { return close(); }
    bool start_array(std::size_t) override { return open(true); }
    bool end_array() override { return close(); }
    bool key(string_t& k) override {
        path_.back().step = k;
        look();
        return true;
    }
    bool parse_error(std::size_t, const std::string&, const nlohmann::json::exception&) override { return false; }

private:
    struct Level {
        std::string step;
        int index = -1;  ///< −1 in an object
    };
    void look() {
        if (path_.size() > target_.size()) return;
        for (std::size_t i = 0; i < path_.size(); ++i)
            if (path_[i].step != target_[i]) return;
        if (path_.size() > deepest_) {
            deepest_ = path_.size();
            found_ = line_;
        }
    }
    bool value() {
        if (!path_.empty() && path_.back().index >= 0) {
            path_.back().step = std::to_string(path_.back().index++);
            look();
        }
        return true;
    }
    bool open(bool list) {
        value();
        path_.push_back({{}, list ? 0 : -1});
        return true;
    }
    bool close() {
        path_.pop_back();
        return true;
    }

    std::vector<std::string> target_;
    const int& line_;
    std::vector<Level> path_;
    std::size_t deepest_ = 0;
    int found_ = 0;
};

/// The steps of a path as the text has them: an id becomes the index of the entry that has it.
std::vector<std::string> stepsOf(const json& root, std::string_view path) {
    std::vector<std::string> steps;
    const json* at = &root;
    while (!path.empty() && at != nullptr) {
        const std::size_t point = path.find('.');
        std::string step(path.substr(0, point));
        path = point == std::string_view::npos ? std::string_view() : path.substr(point + 1);
        if (at->is_array()) {
            const auto item =
                std::find_if(at->begin(), at->end(), [&](const json& one) { return one.is_object() && one.value("id", json()) == step; });
            if (item != at->end()) step = std::to_string(item - at->begin());
            const std::size_t index = std::strtoul(step.c_str(), nullptr, 10);
            at = index < at->size() ? &at->at(index) : nullptr;
        } else {
            at = at->is_object() && at->contains(step) ? &at->at(step) : nullptr;
        }
        steps.push_back(std::move(step));
    }
    return steps;
}

const Kind& fileKind(const AnyProfile& profile) { return kKinds[profile.index()]; }

}  // namespace

TransmitterProfile parseTransmitterProfile(const std::string& text) {
    return parsed<TransmitterProfile>(parseGuarded(text), ProfileKind::Transmitter);
}
ControllerProfile parseControllerProfile(const std::string& text) {
    return parsed<ControllerProfile>(parseGuarded(text), ProfileKind::Controller);
}
SpeedControllerProfile parseSpeedControllerProfile(const std::string& text) {
    return parsed<SpeedControllerProfile>(parseGuarded(text), ProfileKind::SpeedController);
}
ReceiverProfile parseReceiverProfile(const std::string& text) { return parsed<ReceiverProfile>(parseGuarded(text), ProfileKind::Receiver); }
ServoProfile parseServoProfile(const std::string& text) { return parsed<ServoProfile>(parseGuarded(text), ProfileKind::Servo); }

AnyProfile parseAnyProfile(const std::string& text) {
    const json value = parseGuarded(text);  // what is no JSON names its line itself
    try {
        return parsedAs(value, kindOf(value));
    } catch (const InputError& e) {
        const int line = lineOf(text, e.field());
        throw InputError(line > 0 ? fmt::format("line {}, {}", line, e.field()) : e.field(), e.problem());
    }
}

AnyProfile parseHalfProfile(const std::string& text, std::string_view kind) {
    for (const Kind& k : kKinds)
        if (kind == kindTitle(k.box)) return parsedAs(parseGuarded(text), k.kind, false);
    throw InputError("kind", fmt::format("\"{}\" is no kind of box", kind));
}

std::string writeProfile(const AnyProfile& profile) {
    const UnknownKeys none;
    JsonWriter writer(none);
    std::visit([&](auto copy) { describe(writer, copy); }, profile);
    return writer.take().dump(1) + "\n";
}

int lineOf(const std::string& text, const std::string& path) {
    const json root = json::parse(text, nullptr, false);
    if (root.is_discarded()) return 0;
    int line = 1;
    Locator locator(stepsOf(root, path), line);
    json::sax_parse(Lines(text.data(), &line), Lines(text.data() + text.size(), &line), &locator);
    return locator.found();
}

fs::path profileFile(const fs::path& folder, const AnyProfile& profile) {
    const std::string& id = idOf(profile);
    const auto plain = [](char c) {
        return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' || c == '_';
    };
    if (id.empty() || id.size() > kLongestId || !std::all_of(id.begin(), id.end(), plain))
        throw InputError("id", fmt::format("\"{}\" cannot be a file's name: letters, digits, - and _ only, at most {}", id, kLongestId));
    return folder / fileKind(profile).folder / (id + ".json");
}

void saveProfile(const fs::path& folder, const AnyProfile& profile) {
    const fs::path file = profileFile(folder, profile);
    if (folder.empty()) throw FileError("no folder for your own data: neither XDG_DATA_HOME nor HOME is set");
    std::error_code ec;
    fs::create_directories(file.parent_path(), ec);
    if (ec) throw FileError(fmt::format("cannot make the folder {}: {}", file.parent_path().string(), ec.message()));
    writeFileAtomically(file, writeProfile(profile));
}

}  // namespace kh::io
