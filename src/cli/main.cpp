// SPDX-License-Identifier: GPL-3.0-or-later
//
// keelhaul-cli: what the window does, for scripts. Exit codes: 0 fine, 1 danger found, 2 bad input or usage,
// 3 a file cannot be read or written, 4 internal.
#include "base/error.h"
#include "base/typed.h"
#include "io/calc.h"
#include "io/document.h"
#include "io/html.h"
#include "io/library.h"
#include "io/readings.h"
#include "io/report.h"
#include "model/helicopter/newmodel.h"
#include "paint/pdf.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "procedure/trace.h"

#include <fmt/format.h>
#include <CLI/CLI.hpp>
#include <ctime>
#include <iostream>
#include <nlohmann/json.hpp>

namespace {

using namespace kh;
using nlohmann::json;

enum Exit : int { Fine = 0, Danger = 1, BadInput = 2, NoFile = 3, Internal = 4 };

void print(const auto& value) { std::cout << value.dump(1) << '\n'; }

std::string readAll(const std::string& path) {
    if (path != "-") return io::readFile(path);
    return {std::istreambuf_iterator<char>(std::cin), std::istreambuf_iterator<char>()};
}

double parseNumber(const std::string& key, const std::string& text) {
    const std::optional<double> v = wholeNumber(text);
    if (!v) throw InputError(key, fmt::format("{} is not a number", text));
    return *v;
}

/// "a=1,b=2" as pairs.
std::vector<std::pair<std::string, std::string>> assignments(const std::string& option, const std::vector<std::string>& texts) {
    std::vector<std::pair<std::string, std::string>> out;
    for (const std::string& text : texts)
        for (std::size_t at = 0; at <= text.size();) {
            const std::size_t end = std::min(text.find(',', at), text.size());
            const std::string one = text.substr(at, end - at);
            const std::size_t equals = one.find('=');
            if (equals == std::string::npos || equals == 0) throw InputError(option, fmt::format("{} must be written NAME=VALUE", one));
            out.emplace_back(one.substr(0, equals), one.substr(equals + 1));
            at = end + 1;
        }
    return out;
}

void requireSwitches(const Setup& setup, const std::map<std::string, int>& switches) {
    std::vector<std::string> known;
    for (const SwitchProfile& s : setup.transmitter.profile.switches) known.push_back(fmt::format("{} (1 … {})", s.id, s.places));
    for (const auto& [id, place] : switches) {
        const auto& list = setup.transmitter.profile.switches;
        const auto s = std::find_if(list.begin(), list.end(), [&id = id](const SwitchProfile& p) { return p.id == id; });
        if (s == list.end() || place < 1 || place > s->places)
            throw InputError("switch", fmt::format("{}={} is not known; known are {}", id, place, fmt::join(known, ", ")));
    }
}

struct TraceOptions {
    std::string file, mode, witness, state = "setup";
    std::vector<std::string> sticks, switches;
};

int runTrace(const TraceOptions& o) {
    const Setup setup = io::loadDocument(o.file).setup;
    const ChainState state = o.state == "flying" ? ChainState::Flying : ChainState::SetUp;
    const Tracer tracer(setup);
    Deck deck;
    if (!o.mode.empty()) {
        if (!o.switches.empty() || !o.witness.empty()) throw InputError("mode", "cannot be given together with --switch or --witness");
        std::vector<std::string> known;
        std::string id;
        for (const FlightMode& m : setup.transmitter.modes) {
            known.push_back(m.id);
            if (o.mode == m.id || o.mode == m.name) id = m.id;
        }
        if (id.empty()) throw InputError("mode", fmt::format("{} is not known; known are {}", o.mode, fmt::join(known, ", ")));
        const auto found = deckInMode(setup, id);
        if (!found) throw InputError("mode", fmt::format("no combination of the switches gives {}", o.mode));
        deck = *found;
    }
    if (!o.witness.empty()) {
        const Witness w = io::parseWitness(io::parseGuarded(readAll(o.witness)));
        if (w.from) {
            requireSwitches(setup, w.from->switches);
            deck = posed(deck, *w.from);
        }
        requireSwitches(setup, w.to.switches);
        if (w.from) {
            const json both{{"from", io::traceJson(tracer.at(deck, state))}, {"to", io::traceJson(tracer.at(posed(deck, w.to), state))}};
            print(both);
            return Fine;
        }
        deck = posed(deck, w.to);
    }
    for (const auto& [id, place] : assignments("switch", o.switches)) deck.switches[id] = static_cast<int>(parseNumber("switch", place));
    requireSwitches(setup, deck.switches);
    for (const auto& [name, text] : assignments("stick", o.sticks)) {
        const double v = requireWithin("stick." + name, parseNumber("stick." + name, text), -1.0, 1.0);
        if (name == "collective") deck.sticks.collective = v;
        else if (name == "aileron") deck.sticks.aileron = v;
        else if (name == "elevator") deck.sticks.elevator = v;
        else if (name == "rudder") deck.sticks.rudder = v;
        else throw InputError("stick", fmt::format("{} is not known; known are collective, aileron, elevator, rudder", name));
    }
    print(io::traceJson(tracer.at(deck, state)));
    return Fine;
}

int runProve(const std::string& file, bool asJson) {
    const SwitchProof proof = proveSwitches(io::loadDocument(file).setup);
    if (asJson) {
        print(io::proofJson(proof));
    } else {
        for (const PropertyResult& p : proof.properties)
            std::cout << fmt::format("{:4} {:6} {}\n            {}\n{}", p.id, p.holds ? "holds" : "fails", render(p.finding.title),
                                     render(p.finding.found), p.holds ? "" : "            " + render(p.finding.todo) + "\n");
        std::cout << fmt::format("{} combinations, walked as {}; {} of {} properties hold\n", proof.combinations, proof.walked,
                                 proof.properties.size() - proof.failures(), proof.properties.size());
    }
    return proof.failures() > 0 ? Danger : Fine;
}

int runAudit(const std::string& file, bool asJson) {
    const io::Document document = io::loadDocument(file);
    const Evaluation evaluation = evaluate(document.setup);
    if (asJson) {
        print(io::auditJson(evaluation));
    } else {
        for (const Finding& f : evaluation.findings)
            std::cout << fmt::format("{:8} {:2}  {}\n             {}\n             {}\n", severityId(f.severity),
                                     static_cast<int>(f.station), render(f.title), render(f.found), render(f.todo));
        for (const Message& note : document.notes) std::cout << "note         " << render(note) << '\n';
        std::cout << fmt::format("{} danger, {} warning, {} note\n", evaluation.count(Severity::Danger),
                                 evaluation.count(Severity::Warning), evaluation.count(Severity::Note));
    }
    return evaluation.count(Severity::Danger) > 0 ? Danger : Fine;
}

int runEnvelope(const std::string& file, bool asJson) {
    const Evaluation evaluation = evaluate(io::loadDocument(file).setup);
    if (!evaluation.simulated) throw InputError(evaluation.findings.front().subject, render(evaluation.findings.front().found));
    if (asJson) {
        print(io::envelopeJson(evaluation.roses));
        return Fine;
    }
    for (const ClearanceRose& rose : evaluation.roses)
        std::cout << fmt::format("collective {:+.0f}  plate at {:+.1f} mm: {:.1f}° free all round, toward {:.0f}° then {}\n",
                                 rose.collective, rose.heightMm, rose.round.tiltDeg, rose.round.azimuthDeg, limitId(rose.round.limitedBy));
    return Fine;
}

int runSolve(const std::string& what, const std::string& file, const std::string& readings, bool asJson) {
    const SolverEntry* solver = solverById(what);
    if (solver == nullptr) {
        std::vector<std::string> known;
        for (const SolverEntry& e : solvers()) known.emplace_back(e.id);
        throw InputError("solve", fmt::format("{} is not known; known are {}", what, fmt::join(known, ", ")));
    }
    const Setup setup = io::loadDocument(file).setup;
    const Solved solved = solveRound(setup, *solver, io::parseReadings(io::parseGuarded(readAll(readings))));
    if (asJson) {
        print(io::solvedJson(solved));
        return Fine;
    }
    std::cout << render(say(solver->caution)) << '\n';
    for (const SolvedField& a : solved.answers) {
        std::cout << render(a.todo) << '\n';
        for (const Message& line : a.why.lines) std::cout << "    " << render(line) << '\n';
    }
    for (const Message& m : solved.remarks) std::cout << render(m) << '\n';
    return Fine;
}

int runCalc(const std::string& name, const std::string& in, const std::string& batch) {
    if (!batch.empty()) {
        print(io::calculateBatch(io::parseGuarded(readAll(batch))));
        return Fine;
    }
    if (name.empty())
        throw InputError("calc", fmt::format("a name or --batch is needed; known are {}", fmt::join(io::calculationNames(), ", ")));
    try {
        print(io::calculate(name, in.empty() ? json::object() : io::parseGuarded(in == "-" ? readAll(in) : in)));
        return Fine;
    } catch (const InputError& e) {
        print(json{{"error", e.what()}});
        throw;
    }
}

int runSheet(const std::string& file, const std::string& out, int argc, char** argv) {
    const Setup setup = io::loadDocument(file).setup;
    const Sheet sheet = benchSheet(setup, evaluate(setup));
    if (out.ends_with(".pdf")) io::writeFileAtomically(out, paint::sheetPdf(sheet, argc, argv));
    else if (out.ends_with(".html")) io::writeFileAtomically(out, io::sheetHtml(sheet));
    else throw InputError("o", "the file must end in .html or .pdf");
    return Fine;
}

int runSchema(const std::string& which) {
    const std::map<std::string, json> all{{"setup", io::documentSchema()},
                                          {"transmitter", io::profileSchema(io::ProfileKind::Transmitter)},
                                          {"controller", io::profileSchema(io::ProfileKind::Controller)},
                                          {"speed-controller", io::profileSchema(io::ProfileKind::SpeedController)},
                                          {"servo", io::profileSchema(io::ProfileKind::Servo)},
                                          {"readings", io::readingsSchema()}};
    const auto found = all.find(which);
    if (found == all.end())
        throw InputError(
            "schema", fmt::format("{} is not known; known are setup, transmitter, controller, speed-controller, servo, readings", which));
    print(found->second);
    return Fine;
}

struct NewOptions {
    std::string name = "New model", sizeClass = "470", transmitter, controller, out, data;
};

template <class P>
const P& byId(const std::vector<P>& list, const std::string& id, const char* field) {
    if (list.empty()) throw io::FileError(fmt::format("no {} profile was found in any data folder", field));
    if (id.empty()) return list.front();
    std::vector<std::string> known;
    for (const P& p : list) {
        if (p.id == id) return p;
        known.push_back(p.id);
    }
    throw InputError(field, fmt::format("{} is not known; known are {}", id, fmt::join(known, ", ")));
}

int runNew(const NewOptions& o, const char* program) {
    const io::Library library = io::loadLibrary(io::dataFolders(o.data, program));
    const Setup setup =
        newModel(o.name, o.sizeClass,
                 {byId(library.transmitters, o.transmitter, "transmitter"), byId(library.controllers, o.controller, "controller"),
                  byId(library.speedControllers, "", "speed controller"), byId(library.servos, "cleat-c12", "servo"),
                  byId(library.servos, "cleat-t7", "servo")});
    io::saveDocument(o.out, setup);
    return Fine;
}

int run(int argc, char** argv) {
    CLI::App app{"Keelhaul on the command line: a radio-control helicopter's transmitter and flybarless controller, set up together."};
    app.set_version_flag("--version", std::string("keelhaul-cli ") + KEELHAUL_VERSION);
    app.require_subcommand(1);
    bool asJson = false;

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

    CLI::App* prove = app.add_subcommand("prove", "Try every combination of the switches: ten properties, each with a counterexample");
    prove->add_option("file", file, "A setup")->required();
    prove->add_flag("--json", asJson, "JSON instead of text");

    CLI::App* envelope = app.add_subcommand("envelope", "How far the plate can tilt, at low, mid and high collective");
    envelope->add_option("file", file, "A setup")->required();
    envelope->add_flag("--json", asJson, "JSON instead of text");

    std::string what, readings;
    CLI::App* solveCommand = app.add_subcommand("solve", "Readings in, numbers to enter out");
    solveCommand->add_option("what", what, "endpoints, directions, arms, links, zero, throw, range or limit")->required();
    solveCommand->add_option("file", file, "A setup")->required();
    solveCommand->add_option("--readings", readings, "A readings file, or -")->required();
    solveCommand->add_flag("--json", asJson, "JSON instead of text");

    CLI::App* sheet = app.add_subcommand("sheet", "Write the bench sheet");
    sheet->add_option("file", file, "A setup")->required();
    sheet->add_option("-o", out, "The sheet, .html or .pdf")->required();

    CLI::App* schema = app.add_subcommand("schema", "Print a JSON Schema");
    schema->add_option("which", which, "setup, transmitter, controller, speed-controller, servo or readings");
    schema->add_flag("--json", asJson, "JSON (always)");

    NewOptions create;
    CLI::App* newCommand = app.add_subcommand("new", "Write a new model with the starting values of a size class");
    newCommand->add_option("-o", create.out, "The file to write")->required();
    newCommand->add_option("--name", create.name, "The model's name");
    newCommand->add_option("--class", create.sizeClass, "Size class, for example 470");
    newCommand->add_option("--transmitter", create.transmitter, "A transmitter profile's id");
    newCommand->add_option("--controller", create.controller, "A controller profile's id");
    newCommand->add_option("--data", create.data, "A data folder to look in first");

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& e) {
        return app.exit(e) == 0 ? Fine : BadInput;
    }
    if (*calc) return runCalc(calcName, calcIn, calcBatch);
    if (*traceCommand) return runTrace(trace);
    if (*audit) return runAudit(file, asJson);
    if (*prove) return runProve(file, asJson);
    if (*envelope) return runEnvelope(file, asJson);
    if (*solveCommand) return runSolve(what, file, readings, asJson);
    if (*sheet) return runSheet(file, out, argc, argv);
    if (*schema) return runSchema(which);
    return runNew(create, argv[0]);
}

}  // namespace

int main(int argc, char** argv) {
    try {
        return run(argc, argv);
    } catch (const kh::InputError& e) {
        std::cerr << e.what() << '\n';
        return BadInput;
    } catch (const kh::io::FileError& e) {
        std::cerr << e.what() << '\n';
        return NoFile;
    } catch (const std::exception& e) {
        std::cerr << "internal: " << e.what() << '\n';
        return Internal;
    }
}
