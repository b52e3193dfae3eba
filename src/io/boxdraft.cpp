// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/boxdraft.h"

#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>
#include <array>
#include <nlohmann/json.hpp>

namespace kh::io {

namespace fs = std::filesystem;

namespace {

constexpr const char* kFolder = "descriptions";
constexpr std::array kStates{"answered", "measured", "not-known"};
constexpr std::size_t kMostAnswers = 400;

nlohmann::ordered_json readJson(const FactRead& read) {
    nlohmann::ordered_json out{{"readings", read.readings}, {"at", read.at}};
    if (!read.numbers.empty()) out["numbers"] = read.numbers;
    if (!read.words.empty()) out["words"] = read.words;
    if (read.list) out["list"] = *read.list;
    if (read.interval) out["interval"] = true;
    nlohmann::ordered_json under = nlohmann::ordered_json::array();
    for (const auto& [path, was] : read.under) under.push_back({path, was});
    out["under"] = std::move(under);
    return out;
}

FactRead readFrom(const nlohmann::json& json) {
    FactRead read;
    read.readings = json.value("readings", "");
    read.at = json.value("at", "");
    read.interval = json.value("interval", false);
    read.numbers = json.value("numbers", std::vector<double>());
    read.words = json.value("words", std::vector<std::string>());
    if (json.contains("list")) read.list = json.at("list").get<std::string>();
    for (const auto& one : json.value("under", nlohmann::json::array())) read.under.emplace_back(one.at(0), one.at(1));
    return read;
}

}  // namespace

std::string writeDraft(const BoxDraft& draft) {
    nlohmann::ordered_json answers = nlohmann::ordered_json::array();
    for (const BoxAnswer& a : draft.answers) {
        nlohmann::ordered_json one{{"key", a.key}, {"state", kStates[static_cast<std::size_t>(a.state)]}};
        if (a.read) one["read"] = readJson(*a.read);
        answers.push_back(std::move(one));
    }
    return nlohmann::ordered_json{{"kind", kindTitle(kindOf(draft.box))},
                                  {"at", draft.at},
                                  {"taken", draft.taken},
                                  {"answers", std::move(answers)},
                                  {"box", nlohmann::ordered_json::parse(writeProfile(draft.box))}}
               .dump(1) +
           "\n";
}

BoxDraft parseDraft(const std::string& text) {
    const nlohmann::json json = parseGuarded(text);
    try {
        BoxDraft draft{parseHalfProfile(json.at("box").dump(), json.at("kind").get<std::string>()),
                       {},
                       json.value("at", ""),
                       json.value("taken", false)};
        if (json.at("answers").size() > kMostAnswers) throw InputError("answers", fmt::format("are more than {}", kMostAnswers));
        for (const auto& one : json.at("answers")) {
            const auto state = std::find(kStates.begin(), kStates.end(), one.at("state").get<std::string>());
            if (state == kStates.end()) throw InputError("answers.state", fmt::format("is none of {}", fmt::join(kStates, ", ")));
            BoxAnswer answer{one.at("key").get<std::string>(), static_cast<AnswerState>(state - kStates.begin())};
            if (one.contains("read")) answer.read = readFrom(one.at("read"));
            if (boxQuestion(kindOf(draft.box), answer.key) != nullptr) draft.answers.push_back(std::move(answer));
        }
        return draft;
    } catch (const nlohmann::json::exception& e) {
        throw InputError("description", e.what());
    }
}

fs::path draftFile(const fs::path& folder, const AnyBox& box) {
    const fs::path profile = profileFile({}, box);  // an id that can be a file's name
    return folder / kFolder / fmt::format("{}-{}", profile.parent_path().filename().string(), profile.filename().string());
}

void saveDraft(const fs::path& folder, const BoxDraft& draft) {
    if (folder.empty()) throw FileError("no folder for your own data: neither XDG_DATA_HOME nor HOME is set");
    const fs::path file = draftFile(folder, draft.box);
    std::error_code ec;
    fs::create_directories(file.parent_path(), ec);
    if (ec) throw FileError(fmt::format("cannot make the folder {}: {}", file.parent_path().string(), ec.message()));
    writeFileAtomically(file, writeDraft(draft));
    if (!contradictionOf(draft)) saveProfile(folder, draft.box);
}

std::vector<BoxDraft> loadDrafts(const fs::path& folder, std::vector<std::string>& problems) {
    std::vector<BoxDraft> out;
    std::error_code ec;
    std::vector<fs::path> files;
    for (const auto& entry : fs::directory_iterator(folder / kFolder, ec))
        if (entry.path().extension() == ".json") files.push_back(entry.path());
    std::sort(files.begin(), files.end());
    for (const fs::path& file : files) {
        try {
            out.push_back(parseDraft(readFile(file)));
        } catch (const std::runtime_error& e) {
            problems.push_back(fmt::format("{}: {}", file.string(), e.what()));
        }
    }
    return out;
}

}  // namespace kh::io
