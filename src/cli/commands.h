// SPDX-License-Identifier: GPL-3.0-or-later
//
// One function a command, each in a file of its own; its result is the exit code.
#pragma once

#include <iostream>
#include <nlohmann/json_fwd.hpp>
#include <optional>
#include <string>
#include <vector>

namespace kh::cli {

enum Exit : int { Fine = 0, Danger = 1, BadInput = 2, NoFile = 3, Internal = 4 };

struct TraceOptions {
    std::string file, mode, witness, state = "setup";
    std::vector<std::string> sticks, switches;
};

struct NewOptions {
    std::string name = "New model", sizeClass = "470", out, data;
    std::string transmitter, controller, speedController, servo;  ///< ids; empty: the plain ones
    bool replace = false;                                         ///< a file that is there
    std::string aircraft = "helicopter", pair = "front-left";     ///< the pair of a quadrotor that turns clockwise
    double armMm = 220.0, bladeMm = 105.0;                        ///< of a quadrotor
    double propMm = 240.0;                                        ///< of a camera quadrotor
    std::string kind = "position";                                ///< of a camera quadrotor: position or rates
    std::vector<std::string> reversed;                            ///< channels its box's sheet asks to be reversed
    std::string style = "sport", turning = "clockwise", layout, link = "leading", throttle = "flat", hold = "cut";
};

struct RepairOptions {
    std::string file, out;
    std::optional<int> step;
    bool handsDone = false, json = false, inBoxes = false;
};

struct WhatIfOptions {
    std::string file;
    std::vector<std::string> changes;  ///< "transmitter.modes.idle1.targetRpm=2000"
    bool json = false;
};

struct CarryOptions {
    std::string file, out, page, read, reset;
    bool left = false, json = false, stands = false;
};

struct ProfileOptions {
    std::string kind, id, name, from, file, model, out, data;
    std::vector<std::string> answers;  ///< "outputLimitPct=125"
    bool replace = false, json = false;
};

struct MoveOptions {
    std::string file, transmitter, controller, out, data;
    bool json = false;
};

// @throws InputError, io::FileError
int runTrace(const TraceOptions& o);
/// @param inBoxes  what stands in the boxes is judged, in place of what is wanted
int runProve(const std::string& file, bool asJson, bool inBoxes);
int runAudit(const std::string& file, bool asJson, bool inBoxes);
int runRepair(const RepairOptions& o);
int runWhatIf(const WhatIfOptions& o);
int runCarry(const CarryOptions& o, int argc, char** argv);
int runEnvelope(const std::string& file, bool asJson);
int runSolve(const std::string& what, const std::string& file, const std::string& readings, bool asJson);
int runCalc(const std::string& name, const std::string& in, const std::string& batch);
int runSheet(const std::string& file, const std::string& out, int argc, char** argv);
int runSchema(const std::string& which);
int runNew(const NewOptions& o, const char* program);
int runProfileCheck(const std::string& file);
int runProfileDiff(const std::string& one, const std::string& other, bool asJson);
int runProfileNew(const ProfileOptions& o, const char* program);
int runProfileAnswer(const ProfileOptions& o);
int runProfileAsk(const ProfileOptions& o, const char* program);
int runMove(const MoveOptions& o, const char* program);

void print(const auto& value) { std::cout << value.dump(1) << '\n'; }
/// A file's text, or standard input for "-". @throws io::FileError, also beyond 16 MiB
[[nodiscard]] std::string readAll(const std::string& path);
/// Onto standard output for "-", else atomically into the file.
/// @param replace  a file that is there may be written over  @throws io::FileError
/// Now, as documents store it: ISO 8601 UTC.
[[nodiscard]] std::string stampNow();
void writeAll(const std::string& path, const std::string& text, bool replace = true);
inline constexpr const char* kStandard = "-";

}  // namespace kh::cli
