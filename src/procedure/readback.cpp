// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/readback.h"

#include "base/error.h"
#include "model/names.h"
#include "procedure/ledger.h"

#include <fmt/format.h>
#include <algorithm>
#include <map>
#include <set>

namespace kh {

namespace {

/// The path of a setting that is named by it, or as a pilot calls it.
std::string fieldCalled(const Setup& setup, const std::string& name, const std::vector<CarryBox>& boxes) {
    if (readField(setup, name)) return name;
    std::string found;
    for (const CarryBox& b : boxes)
        for (const CarryPage& p : b.pages)
            for (const CarryLine& l : p.lines)
                if (render(fieldTitle(setup, l.path)) == name) found = l.path;
    if (found.empty()) throw InputError(name, "there is no such setting");
    return found;
}

void requireProfile(const Setup& setup, const ReadBack& read) {
    const auto& [id, version] = [&]() -> std::pair<std::string, int> {
        switch (read.box) {
            case Box::Transmitter: return {setup.transmitter.profile->id, setup.transmitter.profile->version};
            case Box::Controller: return {setup.controller.profile->id, setup.controller.profile->version};
            default: return {setup.speedController.profile->id, setup.speedController.profile->version};
        }
    }();
    if (!read.profile.empty() && read.profile != id)
        throw InputError("profile", fmt::format("it was read at \"{}\"; this model has \"{}\"", read.profile, id));
    if (read.version != 0 && read.version != version)
        throw InputError("version",
                         fmt::format("it was read by version {} of the profile; the model has version {}", read.version, version));
}

}  // namespace

InBoxes takenBack(const Setup& setup, const ReadBack& read, const std::string& now) {
    requireProfile(setup, read);
    if (!read.at.empty() && read.at > now) throw InputError("at", fmt::format("{} lies in the future; now is {}", read.at, now));
    const std::vector<CarryBox> boxes = carry(setup);
    Setup taken = setup;
    std::map<std::string, std::string> said;
    for (const auto& [name, text] : read.values) {
        const std::string path = fieldCalled(setup, name, boxes);
        if (fieldHome(path).box != read.box)
            throw InputError(path,
                             fmt::format("belongs to {}, and this is {}", boxName(setup, fieldHome(path).box), boxName(setup, read.box)));
        const auto [before, fresh] = said.emplace(path, text);
        if (!fresh) throw InputError(path, fmt::format("stands there twice, as {} and as {}", before->second, text));
        taken.carried = withReadBack(taken, path, text, read.at.empty() ? now : read.at);
    }
    std::string missing;
    for (const CarryBox& b : boxes)
        if (b.box == read.box)
            for (const CarryPage& p : b.pages)
                if (std::none_of(p.lines.begin(), p.lines.end(), [&](const CarryLine& l) { return said.count(l.path) != 0; }))
                    missing += (missing.empty() ? "" : ", ") + p.title;
    if (!missing.empty()) throw InputError("pages", fmt::format("these are missing: {}; a page alone is taken as it stands", missing));
    return *taken.carried;
}

std::vector<Message> staleBy(const Setup& setup, const InBoxes& carried) {
    const auto proved = [](const Setup& s) {
        std::map<std::string, Message> rows;
        for (const StationPage& page : ledger(s, evaluate(s)))
            for (const Row& row : page.rows)
                if (row.standing == Standing::Proved && page.station != Station::Proof) rows.emplace(row.id, row.title);
        return rows;
    };
    Setup after = setup;
    after.carried = carried;
    after.change += 1;
    const auto then = proved(after);
    std::vector<Message> out;
    for (const auto& [id, title] : proved(setup))
        if (then.count(id) == 0) out.push_back(title);
    return out;
}

}  // namespace kh
