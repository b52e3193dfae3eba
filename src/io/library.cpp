// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/library.h"

#include "base/error.h"
#include "io/profile.h"

#include <fmt/format.h>
#include <algorithm>
#include <cstdlib>

namespace kh::io {

namespace fs = std::filesystem;

namespace {

template <class Profile, class Parse>
void loadFolder(const fs::path& folder, std::vector<Profile>& into, std::vector<std::string>& problems, Parse parse) {
    std::error_code ec;
    std::vector<fs::path> files;
    for (const auto& entry : fs::directory_iterator(folder, ec))
        if (entry.path().extension() == ".json") files.push_back(entry.path());
    std::sort(files.begin(), files.end());
    for (const fs::path& file : files) {
        try {
            Profile profile = parse(readFile(file));
            const auto known = std::find_if(into.begin(), into.end(), [&](const Profile& p) { return p.id == profile.id; });
            if (known == into.end()) into.push_back(std::move(profile));
            else if (profile.version > known->version) *known = std::move(profile);
        } catch (const std::runtime_error& e) {
            problems.push_back(fmt::format("{}: {}", file.string(), e.what()));
        }
    }
}

const char* environment(const char* name) {
    const char* value = std::getenv(name);
    return value != nullptr && *value != 0 ? value : nullptr;
}

bool within(const fs::path& file, const fs::path& folder) {
    std::error_code ec;
    const fs::path whole = fs::weakly_canonical(folder, ec);
    return std::mismatch(whole.begin(), whole.end(), file.begin(), file.end()).first == whole.end();
}

}  // namespace

fs::path ownDataFolder() {
    if (const char* xdg = environment("XDG_DATA_HOME")) return fs::path(xdg) / "keelhaul";
    if (const char* home = environment("HOME")) return fs::path(home) / ".local/share/keelhaul";
    return {};
}

std::vector<fs::path> dataFolders(const std::string& given, const fs::path& program) {
    std::vector<fs::path> folders;
    if (!given.empty()) folders.emplace_back(given);
    if (const char* own = environment("KEELHAUL_DATA")) folders.emplace_back(own);
    if (const fs::path own = ownDataFolder(); !own.empty()) folders.push_back(own);
    std::error_code ec;
    // a program found by $PATH is given by its name alone
    const fs::path real = program.has_parent_path() ? fs::weakly_canonical(program, ec) : fs::read_symlink("/proc/self/exe", ec);
    if (!real.empty()) folders.push_back(real.parent_path().parent_path() / KEELHAUL_DATA_SUBDIR);
    // only for a program that stands in its build tree: what is installed has its data beside it
    if (within(real, KEELHAUL_BUILD_TREE)) folders.emplace_back(KEELHAUL_SOURCE_DATA);
    return folders;
}

fs::path findData(const std::vector<fs::path>& folders, const fs::path& relative) {
    std::error_code ec;
    for (const fs::path& folder : folders)
        if (fs::exists(folder / relative, ec)) return folder / relative;
    std::string looked;
    for (const fs::path& folder : folders) looked += (looked.empty() ? "" : ", ") + folder.string();
    throw FileError(fmt::format("cannot find {}; looked in {}", relative.string(), looked.empty() ? "no folder" : looked));
}

Library loadLibrary(const std::vector<fs::path>& folders) {
    Library library;
    for (const fs::path& folder : folders) {
        loadFolder(folder / "profiles/transmitters", library.transmitters, library.problems, parseTransmitterProfile);
        loadFolder(folder / "profiles/controllers", library.controllers, library.problems, parseControllerProfile);
        loadFolder(folder / "profiles/speed-controllers", library.speedControllers, library.problems, parseSpeedControllerProfile);
        loadFolder(folder / "servos", library.servos, library.problems, parseServoProfile);
        loadFolder(folder / "profiles/receivers", library.receivers, library.problems, parseReceiverProfile);
    }
    const auto plainFirst = [](auto& list) {
        std::stable_partition(list.begin(), list.end(), [](const auto& p) { return p.id.starts_with(kPlain); });
    };
    plainFirst(library.transmitters);
    plainFirst(library.controllers);
    plainFirst(library.speedControllers);
    plainFirst(library.servos);
    plainFirst(library.receivers);
    return library;
}

Boxes plainBoxes(const Library& library) {
    const auto pick = [](const auto& list, const char* id, const char* what) {
        if (list.empty()) throw FileError(fmt::format("no {} profile was found in any data folder", what));
        const auto found = std::find_if(list.begin(), list.end(), [&](const auto& p) { return p.id == id; });
        return found == list.end() ? list.front() : *found;
    };
    return {pick(library.transmitters, "plain-10", "transmitter"), pick(library.controllers, "plain-6", "controller"),
            pick(library.speedControllers, "plain-governed", "speed controller"), pick(library.servos, "plain-servo", "servo"),
            pick(library.servos, "plain-servo", "servo")};
}

Setup withNewerProfiles(Setup setup, const Library& library) {
    const auto renew = [](auto& copy, const auto& installed) {
        for (const auto& profile : installed)
            if (profile.id == copy->id && profile.version > copy->version) copy = profile;
    };
    renew(setup.transmitter.profile, library.transmitters);
    renew(setup.controller.profile, library.controllers);
    renew(setup.speedController.profile, library.speedControllers);
    renew(setup.machine.receiver, library.receivers);
    setup.machine.aircraft.facts().eachServo([&](const ServoPlace&, Shared<ServoProfile>& servo) { renew(servo, library.servos); });
    return setup;
}

}  // namespace kh::io
