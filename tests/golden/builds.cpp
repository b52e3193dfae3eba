// SPDX-License-Identifier: GPL-3.0-or-later
#include "golden/builds.h"

#include "base/error.h"
#include "io/document.h"
#include "io/library.h"
#include "kernel/chain.h"
#include "model/access.h"
#include "model/carried.h"
#include "model/helicopter/helicopter.h"
#include "model/helicopter/layouts.h"
#include "model/helicopter/newmodel.h"
#include "model/helicopter/sizeclass.h"

#include <zlib.h>
#include <algorithm>
#include <array>
#include <cmath>
#include <cstdlib>
#include <memory>
#include <numeric>
#include <random>
#include <stdexcept>
#include <string_view>
#include <utility>

namespace khtest {

namespace {

using namespace kh;

/// The same numbers on every machine: the standard's distributions are not.
class Dice {
public:
    explicit Dice(unsigned seed) : engine_(seed) {}
    std::size_t below(std::size_t n) { return n == 0 ? 0 : engine_() % n; }
    bool once(std::size_t in) { return below(in) == 0; }
    /// −1 … +1 in thousandths
    double side() { return static_cast<double>(below(2001)) / 1000.0 - 1.0; }
    template <class L>
    const auto& of(const L& list) {
        return list[below(list.size())];
    }

private:
    std::mt19937 engine_;
};

bool mayChange(const std::string& path) {
    for (const char* kept :
         {"profile", ".servo.", "readings", "revision", ".id", "name", "sizeClass", "spares", "shared", "machine.style", "governor.kind"})
        if (path.find(kept) != std::string::npos) return false;
    return true;
}

/// A value of the same kind, moved within its range; nothing where a random one would not be of use.
std::optional<FieldValue> moved(const Field& field, Dice& dice) {
    const FieldInfo& info = field.info;
    switch (info.kind) {
        case FieldKind::Number: {
            if (info.mayBeUnknown && dice.once(3)) return FieldValue();
            const double* now = std::get_if<double>(&field.value);
            const double from = now == nullptr ? (info.min + info.max) / 2.0 : *now;
            const double span = std::max(std::abs(from) * 0.4, (info.max - info.min) * 0.02);
            const double step = std::pow(10.0, -info.decimals);
            return std::clamp(std::round((from + span * dice.side()) / step) * step, info.min, info.max);
        }
        case FieldKind::Flag: return !std::get<bool>(field.value);
        case FieldKind::Choice: return FieldValue(std::string(dice.of(info.choices).id));
        default: return std::nullopt;
    }
}

bool canBeBuilt(const Setup& s) {
    try {
        (void)ChainModel(s);
        return true;
    } catch (const InputError&) {
        return false;
    }
}

Setup generated(unsigned seed, const io::Library& library) {
    Dice dice(seed);
    const SizeClass& size = dice.of(sizeClasses());
    const auto servo = [&](const char* id) {
        return *std::find_if(library.servos.begin(), library.servos.end(), [&](const ServoProfile& p) { return p.id == id; });
    };
    NewModelAnswers answers;
    answers.name = "Build " + std::to_string(seed);
    answers.sizeClass = size.id;
    answers.boxes = {dice.of(library.transmitters), dice.of(library.controllers), dice.of(library.speedControllers), servo("cleat-c12"),
                     servo("cleat-t7")};
    Setup s = newModel(answers);
    s.standings.clear();
    for (ChannelSettings& ch : s.transmitter.channels)  // stored, as a pilot would have by now: what hold sends; an engine closes
        if (ch.id == "throttle")
            ch.failsafePct =
                2.0 * (size.power == PowerKind::Engine ? s.transmitter.kill.throttlePct : s.transmitter.hold.throttlePct) - 100.0;
    const Layout& layout = dice.of(layouts());
    s = builtAs(s, layout, "2026-11-21T10:00:00Z");
    const auto& known = s.controller.profile->layouts;
    if (!dice.once(4) && std::find(known.begin(), known.end(), layout.id) != known.end()) s.controller.layout = layout.id;
    helicopter(s).rotor.turning = dice.once(2) ? Turning::Clockwise : Turning::CounterClockwise;
    helicopter(s).head.link = dice.once(2) ? LinkSide::Leading : LinkSide::Trailing;
    for (const char* style : {"training", "scale", "aerobatic"})
        if (dice.once(4)) writeField(s, "machine.style", std::string(style));
    if (dice.once(2)) {  // its settings follow the machine, so that a good half of them are sound in their signs
        for (PortSettings& port : s.controller.ports)
            for (const PlateServo& p : helicopter(s).servos)
                if (p.id == port.role) port.reversed = !p.risesWithPulse;
        if (helicopter(s).head.link == LinkSide::Trailing) s.controller.directions.collectiveReversed = true;
    }
    const std::vector<std::string> paths = allPaths(s);
    for (std::size_t n = dice.below(5); n > 0; --n) {
        const std::string& path = dice.of(paths);
        const auto field = readField(s, path);
        if (!mayChange(path) || !field) continue;
        const auto value = moved(*field, dice);
        if (!value) continue;
        Setup with = s;
        writeField(with, path, *value);
        if (canBeBuilt(with)) s = std::move(with);  // a custom layout without its angles is another test's
    }
    return s;
}

}  // namespace

std::vector<std::string> frozenTexts(int count) {
    const char* const file = KEELHAUL_SOURCE "/tests/documents/v3/builds.jsonl.gz";
    const std::unique_ptr<gzFile_s, int (*)(gzFile)> in(gzopen(file, "rb"), gzclose);
    if (!in) throw std::runtime_error(std::string(file) + " cannot be read");
    std::vector<std::string> out;
    std::string line;
    std::array<char, 65536> piece{};
    while (static_cast<int>(out.size()) < count && gzgets(in.get(), piece.data(), static_cast<int>(piece.size())) != nullptr) {
        line += piece.data();
        if (line.empty() || line.back() != '\n') continue;
        out.push_back(std::exchange(line, {}));
    }
    if (static_cast<int>(out.size()) < count) throw std::runtime_error(std::string(file) + " ends early");
    return out;
}

std::vector<NamedSetup> allBuilds(int frozen) {
    const std::string documents = KEELHAUL_SOURCE "/tests/documents/";
    std::vector<NamedSetup> out;
    for (const char* name : {"turnstone-470", "dunlin-380", "fulmar-700", "gannet-600n"})
        out.push_back({name, io::loadDocument(documents + "v1/" + name + ".keel.json").setup});
    out.push_back({"redshank-470", io::loadDocument(documents + "v3/redshank-470.keel.json").setup});
    int number = 0;
    for (const std::string& text : frozenTexts(frozen)) out.push_back({"build-" + std::to_string(number++), io::parseDocument(text).setup});
    return out;
}

namespace {

std::string_view generatedShare() {
    const char* share = std::getenv("KEELHAUL_GENERATED");
    return share == nullptr ? std::string_view{} : std::string_view(share);
}

}  // namespace

bool triesAll() { return generatedShare() == "all"; }

const std::vector<NamedSetup>& triedBuilds() {
    static const std::vector<NamedSetup> tried = [] {
        std::vector<NamedSetup> all = allBuilds();
        if (triesAll()) return all;
        const char* given = std::getenv("KEELHAUL_SEED");
        const unsigned seed = given == nullptr ? 1 : static_cast<unsigned>(std::atoi(given));
        std::vector<std::size_t> places(all.size() - kFrozenDemos);
        std::iota(places.begin(), places.end(), kFrozenDemos);
        std::shuffle(places.begin(), places.end(), std::mt19937(seed));
        std::vector<NamedSetup> share(all.begin(), all.begin() + kFrozenDemos);
        for (std::size_t i = 0; i < places.size() / (generatedShare() == "few" ? 30 : 10); ++i) share.push_back(all[places[i]]);
        return share;
    }();
    return tried;
}

std::vector<NamedSetup> drawnBuilds(int count, unsigned seed) {
    io::Library library = io::loadLibrary({KEELHAUL_SOURCE "/data"});
    const auto described = [](auto& list) { std::erase_if(list, [](const auto& p) { return p.id.starts_with(io::kPlain); }); };
    described(library.transmitters);
    described(library.controllers);
    described(library.speedControllers);
    std::erase_if(library.controllers, [](const ControllerProfile& p) { return !movesPlate(p); });  // no helicopter's
    std::vector<NamedSetup> out;
    for (int i = 0; i < count; ++i)
        out.push_back({"drawn-" + std::to_string(i), generated(100000 * seed + static_cast<unsigned>(i), library)});
    return out;
}

}  // namespace khtest
