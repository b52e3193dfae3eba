// SPDX-License-Identifier: GPL-3.0-or-later
//
// keelhaul-cli: what the window does, for scripts. Exit codes: 0 fine, 1 danger found, 2 bad input or usage,
// 3 a file cannot be read or written, 4 internal.
#include "base/error.h"
#include "cli/commands.h"
#include "io/document.h"
#include "procedure/aircraft.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <CLI/CLI.hpp>
#include <QString>
#include <QUtf8StringView>
#include <algorithm>
#include <iostream>

namespace {

using namespace kh;
using namespace kh::cli;

int run(int argc, char** argv) {
    CLI::App app{"Keelhaul on the command line: a radio-control helicopter's transmitter and flybarless controller, set up together."};
    app.set_version_flag("--version", std::string("keelhaul-cli ") + KEELHAUL_VERSION);
    app.require_subcommand(1);
    bool asJson = false, inBoxes = false;
    constexpr const char* kInBoxes = "Judge what stands in the boxes, in place of what is wanted";

    std::string calcName, calcIn, calcBatch;
    CLI::App* calc = app.add_subcommand("calc", "Answer one reference calculation, or a file of cases");
    calc->add_option("name", calcName, "The calculation");
    calc->add_option("--in", calcIn, "Its input as a JSON object, or - for standard input");
    calc->add_option("--batch", calcBatch, "A file of cases, or -");
    calc->add_flag("--json", asJson, "JSON (always)");

    TraceOptions trace;
    CLI::App* traceCommand = app.add_subcommand("trace", "Follow the sticks through the whole chain to the blade");
    traceCommand->add_option("file", trace.file, "A setup")->required();
    traceCommand->add_option("--mode", trace.mode, "Set the switches so that this flight mode is active");
    traceCommand->add_option("--stick", trace.sticks, "collective=1,aileron=0.3 … each -1 … 1");
    traceCommand->add_option("--switch", trace.switches, "L1=2,R1=1 … places count from 1");
    traceCommand->add_option("--witness", trace.witness, "A witness of audit as a JSON file, or -");
    traceCommand->add_option("--state", trace.state, "setup or flying")->check(CLI::IsMember({"setup", "flying"}));
    traceCommand->add_flag("--json", asJson, "JSON (always)");

    std::string file, out, which = "setup";
    CLI::App* audit = app.add_subcommand("audit", "List what is wrong, in which box, and what to do");
    audit->add_option("file", file, "A setup")->required();
    audit->add_flag("--json", asJson, "JSON instead of text");
    audit->add_flag("--in-boxes", inBoxes, kInBoxes);

    RepairOptions repair;
    CLI::App* repairCommand = app.add_subcommand("repair", "The plan: which changes, in which order, leave no danger and no warning");
    repairCommand->add_option("file", repair.file, "A setup")->required();
    repairCommand->add_option("-o", repair.out, "Write the document after the plan, - for standard output; without it nothing is written");
    repairCommand->add_option("--step", repair.step, "Steps 1 … N only");
    repairCommand->add_flag("--by-hand-done", repair.handsDone,
                            "The steps by hand were done as expected: write them down, and what rests on them");
    repairCommand->add_flag("--json", repair.json, "JSON instead of text");
    repairCommand->add_flag("--in-boxes", repair.inBoxes, kInBoxes)->excludes("-o");

    WhatIfOptions whatIf;
    CLI::App* whatIfCommand =
        app.add_subcommand("what-if", "I change one thing: what moves, what comes and goes, what should change with it");
    whatIfCommand->add_option("file", whatIf.file, "A setup")->required();
    whatIfCommand->add_option("changes", whatIf.changes, "transmitter.modes.idle1.targetRpm=2000 …, in the program's units")->required();
    whatIfCommand->add_flag("--json", whatIf.json, "JSON instead of text");

    CarryOptions carrying;
    CLI::App* carryCommand = app.add_subcommand("carry", "What stands in the boxes, and what is still to be typed, page by page");
    carryCommand->add_option("file", carrying.file, "A setup")->required();
    carryCommand->add_option("-o", carrying.out, "A sheet, .html or .pdf; or where the document goes in place of FILE");
    carryCommand->add_flag("--left", carrying.left, "Only what is still to be typed");
    carryCommand->add_flag("--json", carrying.json, "JSON instead of text");
    auto* page = carryCommand->add_option("--page", carrying.page, "\"transmitter: Outputs\", or \"transmitter 2\"");
    carryCommand->add_flag("--stands", carrying.stands, "It stands in the box so")->needs(page);
    auto* read = carryCommand->add_option("--read", carrying.read, "A whole box read back: CSV, a text export, or JSON");
    auto* reset = carryCommand->add_option("--reset", carrying.reset, "Nothing is known of this box any more");
    page->excludes(read)->excludes(reset);
    read->excludes(reset);

    CLI::App* prove = app.add_subcommand("prove", "Try every combination of the switches: ten properties, each with a counterexample");
    prove->add_option("file", file, "A setup")->required();
    prove->add_flag("--json", asJson, "JSON instead of text");
    prove->add_flag("--in-boxes", inBoxes, kInBoxes);

    CLI::App* envelope = app.add_subcommand("envelope", "How far the plate can tilt, at low, mid and high collective");
    envelope->add_option("file", file, "A setup")->required();
    envelope->add_flag("--json", asJson, "JSON instead of text");

    std::string what, readings;
    CLI::App* solveCommand = app.add_subcommand("solve", "Readings in, numbers to enter out");
    std::vector<std::string> known;
    for (const AircraftEntry* aircraft : aircraftEntries())
        for (const BenchWork& e : aircraft->stations().solvers())
            if (std::find(known.begin(), known.end(), e.id) == known.end()) known.emplace_back(e.id);
    solveCommand->add_option("what", what, fmt::format("one of {}", fmt::join(known, ", ")))->required();
    solveCommand->add_option("file", file, "A setup")->required();
    solveCommand->add_option("--readings", readings, "A readings file, or -")->required();
    solveCommand->add_flag("--json", asJson, "JSON instead of text");

    CLI::App* sheet = app.add_subcommand("sheet", "Write the bench sheet");
    sheet->add_option("file", file, "A setup")->required();
    sheet->add_option("-o", out, "The sheet, .html or .pdf; - for HTML on standard output")->required();

    CLI::App* schema = app.add_subcommand("schema", "Print a JSON Schema");
    schema->add_option("which", which, "setup, transmitter, controller, speed-controller, servo or readings");
    schema->add_flag("--json", asJson, "JSON (always)");

    NewOptions create;
    CLI::App* newCommand = app.add_subcommand("new", "Write a new model with the starting values of a size class");
    newCommand->add_option("-o", create.out, "The file to write, or -")->required();
    newCommand->add_flag("--replace", create.replace, "Write over a file that is there");
    newCommand->add_option("--name", create.name, "The model's name");
    newCommand->add_option("--aircraft", create.aircraft, "helicopter, variable-pitch-quadrotor or camera-quadrotor");
    newCommand->add_option("--pair", create.pair,
                           "Pair of a quadrotor that turns clockwise: front-left or front-right, with the one across");
    newCommand->add_option("--arm", create.armMm, "Arm of a quadrotor, hub to rotor shaft, mm");
    newCommand->add_option("--blade", create.bladeMm, "Blade of a quadrotor, mm");
    newCommand->add_option("--propeller", create.propMm, "Propeller of a camera quadrotor, mm");
    newCommand->add_option("--kind", create.kind, "Of a camera quadrotor: position, which holds its place, or rates");
    newCommand->add_option("--reversed", create.reversed, "Channels that the sheet of a camera quadrotor's box asks to be reversed");
    newCommand->add_option("--class", create.sizeClass, "Size class, for example 470");
    newCommand->add_option("--transmitter", create.transmitter, "A transmitter profile's id");
    newCommand->add_option("--controller", create.controller, "A controller profile's id");
    newCommand->add_option("--speed-controller", create.speedController, "A speed controller profile's id");
    newCommand->add_option("--servo", create.servo, "The id of a servo, for plate and tail");
    newCommand->add_option("--style", create.style, "training, scale, sport or aerobatic");
    newCommand->add_option("--turning", create.turning, "clockwise or counter-clockwise, seen from above");
    newCommand->add_option("--layout", create.layout, "The plate's layout, for example \"three at 140°, elevator aft\"");
    newCommand->add_option("--link", create.link, "leading or trailing");
    newCommand->add_option("--throttle", create.throttle, "flat or classic");
    newCommand->add_option("--hold", create.hold, "cut or bail-out");
    newCommand->add_option("--data", create.data, "A data folder to look in first");

    CLI::App* profile = app.add_subcommand("profile", "Work on the description of a box or a servo");
    profile->require_subcommand(1);
    CLI::App* profileCheck = profile->add_subcommand("check", "Tell whether a profile can be read and does not contradict itself");
    profileCheck->add_option("file", file, "A profile, or -")->required();
    ProfileOptions box;
    CLI::App* profileNew = profile->add_subcommand("new", "Write the description of a box to begin with: a plain one with everything open");
    profileNew->add_option("kind", box.kind, "transmitter, controller, speed-controller, servo or receiver")->required();
    profileNew->add_option("--id", box.id, "Its id, which is its file's name")->required();
    profileNew->add_option("--name", box.name, "What it is called");
    profileNew->add_option("--from", box.from, "The id of a box to copy, with what is known of it");
    profileNew->add_option("-o", box.out, "The file to write, or -")->required();
    profileNew->add_flag("--replace", box.replace, "Write over a file that is there");
    profileNew->add_option("--data", box.data, "A data folder to look in first");
    CLI::App* profileDiff = profile->add_subcommand("diff", "In what two boxes of one kind differ");
    profileDiff->add_option("one", file, "A profile, or -")->required();
    profileDiff->add_option("other", out, "Another")->required();
    profileDiff->add_flag("--json", asJson, "JSON");
    CLI::App* profileAsk = profile->add_subcommand("ask", "What is not known of a box, how it is found out, and what it would decide");
    profileAsk->add_option("file", box.file, "A profile or a document, or -")->required();
    profileAsk->add_option("--model", box.model, "The document whose findings are decided; none: a new model in plain boxes");
    profileAsk->add_flag("--json", box.json, "JSON");
    CLI::App* profileAnswer = profile->add_subcommand("answer", "Take what was found out of a box");
    profileAnswer->add_option("file", box.file, "A profile, or -")->required();
    profileAnswer->add_option("answers", box.answers, "outputLimitPct=125, \"outputLimitPct=100 … 125\" or outputLimitPct=unknown")
        ->required();
    profileAnswer->add_option("-o", box.out, "The file to write in place of FILE, or -");
    profileAsk->add_option("--data", box.data, "A data folder to look in first");

    MoveOptions moving;
    CLI::App* moveCommand = app.add_subcommand("move", "Solve a model anew for another transmitter or controller");
    moveCommand->add_option("file", moving.file, "A document, or -")->required();
    moveCommand->add_option("--transmitter", moving.transmitter, "A transmitter profile's id");
    moveCommand->add_option("--controller", moving.controller, "A controller profile's id");
    moveCommand->add_option("-o", moving.out, "The file to write, or -; none: only tell");
    moveCommand->add_flag("--json", moving.json, "JSON");
    moveCommand->add_option("--data", moving.data, "A data folder to look in first");

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        return app.exit(e) == 0 ? Fine : BadInput;
    }
    if (*calc) return runCalc(calcName, calcIn, calcBatch);
    if (*traceCommand) return runTrace(trace);
    if (*audit) return runAudit(file, asJson, inBoxes);
    if (*repairCommand) return runRepair(repair);
    if (*whatIfCommand) return runWhatIf(whatIf);
    if (*carryCommand) return runCarry(carrying, argc, argv);
    if (*prove) return runProve(file, asJson, inBoxes);
    if (*envelope) return runEnvelope(file, asJson);
    if (*solveCommand) return runSolve(what, file, readings, asJson);
    if (*sheet) return runSheet(file, out, argc, argv);
    if (*schema) return runSchema(which);
    if (*profileCheck) return runProfileCheck(file);
    if (*profileDiff) return runProfileDiff(file, out, asJson);
    if (*profileNew) return runProfileNew(box, argv[0]);
    if (*profileAnswer) return runProfileAnswer(box);
    if (*profileAsk) return runProfileAsk(box, argv[0]);
    if (*moveCommand) return runMove(moving, argv[0]);
    return runNew(create, argv[0]);
}

/// What went wrong, in UTF-8 whatever bytes it speaks of.
int told(const std::string& what, Exit code) {
    std::cerr << QString::fromStdString(what).toStdString() << '\n';
    return code;
}

}  // namespace

int main(int argc, char** argv) {
    try {
        for (int i = 1; i < argc; ++i)
            if (!QUtf8StringView(argv[i]).isValidUtf8())
                throw kh::InputError(fmt::format("argument {}", i), fmt::format("{} is not UTF-8", argv[i]));
        const int code = run(argc, argv);
        std::cout.flush();
        if (!std::cout) throw kh::io::FileError("standard output cannot be written");
        return code;
    } catch (const kh::InputError& e) {
        return told(e.what(), BadInput);
    } catch (const kh::io::FileError& e) {
        return told(e.what(), NoFile);
    } catch (const std::exception& e) {
        return told(std::string("internal: ") + e.what(), Internal);
    }
}
