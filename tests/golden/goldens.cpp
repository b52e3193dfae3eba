// SPDX-License-Identifier: GPL-3.0-or-later
//
// goldens --check | --write | --dump FOLDER   [--every N]
// What the program says of every build, as one digest a document and part: a change that should change nothing is
// held against them. After a change of words: --dump before and after, read the difference, then --write.
#include "app/shell/mainwindow.h"
#include "app/shownitems.h"
#include "app/waiting.h"
#include "golden/builds.h"
#include "io/document.h"
#include "io/helicopter/helicopterjson.h"
#include "io/readings.h"
#include "io/report.h"
#include "judge/dependencies.h"
#include "judge/helicopter/figures.h"
#include "paint/pdf.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"
#include "procedure/sheet.h"
#include "stations/kit/benchwork.h"

#include <fmt/format.h>
#include <QApplication>
#include <QDir>
#include <QRegularExpression>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <fstream>
#include <functional>
#include <map>
#include <nlohmann/json.hpp>
#include <random>
#include <sstream>

namespace {

using namespace kh;
using Parts = std::vector<std::pair<std::string, std::string>>;  ///< name of the part → what it says

const char* const kFile = KEELHAUL_SOURCE "/tests/golden/digests.txt";
/// These are kept whole, so that a change can be read: of three documents audit, plan and sheet.
const std::string kTextFolder = KEELHAUL_SOURCE "/tests/golden/text/";
bool keptWhole(std::string_view document, std::string_view part) {
    return (document == "turnstone-470" || document == "dunlin-380" || document == "redshank-470") &&
           (part == "audit" || part == "plan" || part == "sheet");
}

/// The first line in which two texts differ, as before and after.
std::string firstDifference(const std::string& before, const std::string& after) {
    std::istringstream a(before), b(after);
    for (int line = 1;; ++line) {
        std::string was, is;
        const bool moreA = static_cast<bool>(std::getline(a, was)), moreB = static_cast<bool>(std::getline(b, is));
        if (!moreA && !moreB) return {};
        if (moreA != moreB || was != is) return fmt::format("line {}\n  - {}\n  + {}", line, was, is);
    }
}

std::string digest(const std::string& text) {
    std::uint64_t h = 14695981039346656037ULL;  // FNV-1a
    for (const char c : text) h = (h ^ static_cast<unsigned char>(c)) * 1099511628211ULL;
    return fmt::format("{:016x}", h);
}

/// Numbers to eight digits: the last ones differ between processors.
std::string stable(const nlohmann::ordered_json& value) {
    nlohmann::ordered_json out = value;
    const std::function<void(nlohmann::ordered_json&)> round = [&](nlohmann::ordered_json& v) {
        if (v.is_structured()) {
            for (auto& x : v) round(x);
        } else if (v.is_number_float()) {
            const double d = v.get<double>();
            v = fmt::format("{:.8g}", std::abs(d) < 1e-9 ? 0.0 : d);
        }
    };
    round(out);
    return out.dump(1);
}

/// A reason instead of the text where the setup cannot be followed.
template <class F>
std::string told(F&& make) {
    try {
        return make();
    } catch (const std::exception& e) {
        return std::string("refused: ") + e.what() + "\n";
    }
}

std::string traces(const Setup& setup) {
    const Tracer tracer(setup);
    std::string out;
    for (const FlightMode& mode : setup.transmitter.modes) {
        const auto found = deckInMode(setup, mode.id);
        if (!found) continue;
        for (const Sticks& sticks : {Sticks{-1, 0, 0, 0}, Sticks{0.3, 1, 0, 0.5}, Sticks{1, 0, 1, -1}, Sticks{0, -1, -0.4, 1}}) {
            Deck deck = *found;
            deck.sticks = sticks;
            for (const ChainState state : {ChainState::SetUp, ChainState::Flying})
                out += stable(io::traceJson(tracer.at(deck, state))) + "\n";
        }
    }
    return out;
}

/// Every solver on readings that could have been taken.
std::string solutions(const Setup& setup, unsigned seed) {
    std::mt19937 dice(seed);
    std::string out;
    for (const BenchWork& solver : solvers()) {
        std::vector<Reading> readings;
        for (const Step& slot : solver.asks(setup)) {
            const std::string unit = slot.unit;
            const double side = slot.name.find("low") != std::string::npos || slot.name.find("left") != std::string::npos ? -1.0 : 1.0;
            const double centre = slot.name.find("centre") != std::string::npos ? 0.0 : unit == "%" ? 100.0 : 6.0;
            const double off = static_cast<double>(dice() % 41) - 20.0;
            const double value = unit == "way" ? (dice() % 4 == 0 ? -1.0 : 1.0) : side * centre + (unit == "%" ? off : off / 10.0);
            readings.push_back({"", slot.name, value, unit, "", "", "", settingsInForce(setup, slot.name)});
        }
        if (solver.chart) readings = {{"", "clear.45.high", 60.0, "%", "", "", "", {}}, {"", "binds.45.high", 90.0, "%", "", "", "", {}}};
        out +=
            std::string(solver.id) + " " + told([&] { return stable(io::solvedJson(setup, solveRound(setup, solver, readings))) + "\n"; });
    }
    return out;
}

/// The audit as it is read.
std::string auditText(const Setup& setup, const Evaluation& evaluation, const Plan& plan) {
    std::string out;
    for (const Finding& f : evaluation.findings) {
        out += fmt::format("{} {}  [{} {} {}]\n    {}\n    {}\n    {}\n", severityId(f.severity), render(f.title), f.id, f.row, f.subject,
                           render(f.found), render(f.why), render(remedyText(setup, evaluation.findings, f, &plan)));
        if (f.witness) out += fmt::format("    seen at {}\n", stable(nlohmann::ordered_json::parse(io::witnessJson(*f.witness).dump())));
        const auto r = plan.remedies.find(f.id);
        if (r == plan.remedies.end()) continue;
        if (!r->second.causedBy.empty()) out += fmt::format("    goes with {}\n", r->second.causedBy);
        for (const Edit& e : r->second.edits)
            out += fmt::format("    set {} to {}\n", render(fieldTitle(setup, e.path)), render(show(setup, e.path, e.value)));
        if (!r->second.edits.empty()) out += fmt::format("    heals {}\n", fmt::join(r->second.heals, " "));
    }
    return out;
}

std::string planText(const Setup& setup, const WordedPlan& worded) {
    std::string out;
    for (std::size_t i = 0; i < worded.plan.steps.size(); ++i) {
        const PlanStep& step = worded.plan.steps[i];
        const StepText& text = worded.texts[i];
        out += fmt::format("{}. {}: {} → {}{}{}  [{}]\n    {}\n", i + 1, render(text.title), render(text.was), render(text.is),
                           step.byHand ? ", by hand" : "", step.proposal ? ", a proposal" : "", boxId(step.box), render(text.todo));
        for (std::size_t k = 0; k < step.edits.size(); ++k)
            out += fmt::format("    {}: {} → {}\n", render(fieldTitle(setup, step.edits[k].path)),
                               render(show(setup, step.edits[k].path, step.was[k])),
                               render(show(setup, step.edits[k].path, step.edits[k].value)));
        out += fmt::format("    heals {}; {} dangers and {} warnings left\n", fmt::join(step.heals, " "), step.dangers, step.warnings);
    }
    if (!worded.plan.left.empty()) out += fmt::format("left: {}\n", fmt::join(worded.plan.left, " "));
    return out;
}

std::string sheetText(const Sheet& sheet) {
    std::string out = fmt::format("{}\n", sheet.model);
    for (const Message& m : sheet.cautions) out += "! " + render(m) + "\n";
    for (const Message& m : sheet.plan) out += "> " + render(m) + "\n";
    for (const SheetPart& part : sheet.parts) {
        out += fmt::format("== {} [{}]\n", part.name, boxId(part.box));
        for (const SheetSection& section : part.sections) {
            out += fmt::format("-- {}\n", render(section.title));
            std::string columns;
            for (const Message& c : section.columns) columns += " | " + render(c);
            if (!columns.empty()) out += "   " + columns + "\n";
            for (const SheetRow& row : section.rows) {
                out += fmt::format("   {}", render(row.what));
                if (row.cells.empty()) out += fmt::format(" | {} | {}", render(row.value), render(row.machine));
                for (const Message& c : row.cells) out += " | " + render(c);
                out += fmt::format(" | {}\n", standingId(row.standing));
            }
        }
    }
    return out;
}

std::string rows(const Setup& setup, const std::vector<StationPage>& pages) {
    std::string out;
    for (const StationPage& page : pages)
        for (const Row& row : page.rows) {
            out += fmt::format("{} {} [{}] {} {} {}\n", static_cast<int>(page.station), row.id, render(row.title), standingId(row.standing),
                               row.broken ? "broken" : "whole", fmt::join(row.findings, " "));
            for (const Cell& cell : row.cells)
                for (const Part& part : cell.parts) {
                    const Why why = explain(setup, part);
                    out += fmt::format("    {} | {} | {} | {} | {}\n", render(part.label), render(part.value), part.unit, part.field(),
                                       render(why.title));
                    for (const Message& line : why.lines) out += "        " + render(line) + "\n";
                    for (const WhyInput& input : why.inputs)
                        out += fmt::format("        {} {} {}\n", input.path, render(input.value), standingId(input.standing));
                }
        }
    return out;
}

Parts coreParts(const Setup& setup, unsigned seed) {
    const Evaluation evaluation = evaluate(setup);
    const SwitchProof proof = proveSwitches(setup);
    const WordedPlan plan = wordedPlan(setup, shippedStations().rules());
    return {{"audit", auditText(setup, evaluation, plan.plan)},
            {"plan", planText(setup, plan)},
            {"trace", told([&] { return traces(setup); })},
            {"prove", stable(io::proofJson(proof))},
            {"envelope",
             evaluation.simulated ? stable(io::envelopeJson(evaluation.figures.of<HelicopterFigures>().roses)) : std::string("none")},
            {"solve", solutions(setup, seed)},
            {"sheet", sheetText(benchSheet(setup, evaluation, plan))},
            {"rows", rows(setup, ledger(setup, evaluation, &proof))}};
}

/// What every view of every station shows, hits and reads aloud.
std::string items(app::MainWindow& window) {
    const auto settle = [] {
        for (int i = 0; i < 3; ++i) QApplication::processEvents();
    };
    session::Workspace& w = window.workspace();
    khtest::waitUntil("the workers", [&] { return w.proof().state() != session::ProofRunner::State::Trying && w.repair().fresh(); });
    QString out;
    for (const StationEntry& s : stations()) {
        w.setStation(s.station);
        settle();
        for (const app::ItemView* view : window.findChildren<app::ItemView*>()) {
            if (!view->isVisible()) continue;
            out += QStringLiteral("%1 %2\n").arg(QLatin1String(s.name), QLatin1String(view->metaObject()->className()));
            for (const app::Item& item : khtest::shownItems(view)) {
                const QRect r = item.rect.toAlignedRect();
                out += QStringLiteral("    %1 | %2 | %3 | %4 %5 %6 %7\n")
                           .arg(item.id, item.name, item.value)
                           .arg(r.x())
                           .arg(r.y())
                           .arg(r.width())
                           .arg(r.height());
            }
        }
    }
    static const QRegularExpression clock(QStringLiteral("saved [0-9]{2}:[0-9]{2}"));
    return out.replace(clock, QStringLiteral("saved")).toStdString();
}

std::map<std::string, std::string> stored() {
    std::map<std::string, std::string> out;
    std::ifstream in(kFile);
    std::string document, part, value;
    while (in >> document >> part >> value) out[document + " " + part] = value;
    return out;
}

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("keelhaul-goldens"));
    QStandardPaths::setTestModeEnabled(true);
    QLocale::setDefault(QLocale::c());
    const QStringList arguments = application.arguments();
    const auto after = [&](const char* option) { return arguments.value(arguments.indexOf(QLatin1String(option)) + 1); };
    const bool check = arguments.contains(QStringLiteral("--check"));
    const bool write = arguments.contains(QStringLiteral("--write"));
    const std::string dump = arguments.contains(QStringLiteral("--dump")) ? after("--dump").toStdString() : std::string();
    const int every = arguments.contains(QStringLiteral("--every")) ? std::max(1, after("--every").toInt()) : 1;
    if (!check && !write && dump.empty()) {
        std::puts("goldens --check | --write | --dump FOLDER   [--every N]");
        return 2;
    }
    if (!dump.empty()) QDir().mkpath(QString::fromStdString(dump));

    paint::loadFonts();
    const QTemporaryDir folder;
    app::MainWindow window({folder.filePath(QStringLiteral("state")), {KEELHAUL_SOURCE "/data"}});
    window.setTheme(QStringLiteral("chart"));
    window.resize(1280, 800);
    window.show();

    const std::map<std::string, std::string> wanted = stored();
    std::ofstream out;
    if (write) out.open(kFile);
    std::size_t compared = 0, different = 0;
    const auto builds = khtest::allBuilds();
    for (std::size_t i = 0; i < builds.size(); ++i) {
        if (i >= khtest::kFrozenDemos && i % static_cast<std::size_t>(every) != 0) continue;
        Parts parts = coreParts(builds[i].setup, static_cast<unsigned>(i));
        const QString file = folder.filePath(QStringLiteral("build.keel.json"));
        io::saveDocument(file.toStdString(), builds[i].setup);
        parts.emplace_back("items", window.openFile(file) ? items(window) : window.message().toStdString());
        for (const auto& [part, text] : parts) {
            const std::string name = builds[i].name + " " + part;
            if (write) out << name << ' ' << digest(text) << '\n';
            if (const bool whole = keptWhole(builds[i].name, part); whole && write) {
                std::ofstream(kTextFolder + builds[i].name + "." + part + ".txt") << text;
            } else if (whole && check) {
                std::ifstream kept(kTextFolder + builds[i].name + "." + part + ".txt");
                const std::string before{std::istreambuf_iterator<char>(kept), {}};
                if (const std::string difference = firstDifference(before, text); !difference.empty())
                    std::printf("%s, %s\n", name.c_str(), difference.c_str());
            }
            if (!dump.empty()) std::ofstream(dump + "/" + builds[i].name + "." + part) << text;
            if (!check) continue;
            const auto found = wanted.find(name);
            ++compared;
            if (found != wanted.end() && found->second == digest(text)) continue;
            ++different;
            if (different <= 40) std::printf("not as before: %s\n", name.c_str());
        }
    }
    if (check) std::printf("%zu of %zu parts as before\n", compared - different, compared);
    return check && (different > 0 || compared < 8) ? 1 : 0;
}
