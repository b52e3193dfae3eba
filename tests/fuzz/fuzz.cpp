// SPDX-License-Identifier: GPL-3.0-or-later
//
// fuzz [--cheap N] [--dear N] [--painted N] [--minutes M] [--seed S] [--keep FOLDER]
// Mutants of documents, readings and profiles, and extreme but valid documents, through everything the program does with them. What
// is being tried stands in FOLDER/now.json, so that what ends the program is there afterwards; put it into tests/fuzz/seeds.
#include "app/shell/mainwindow.h"
#include "app/waiting.h"
#include "base/error.h"
#include "fuzz/harness.h"
#include "io/document.h"
#include "procedure/registry.h"

#include <fmt/format.h>
#include <QApplication>
#include <QCommandLineParser>
#include <QElapsedTimer>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTimer>
#include <cstdio>

namespace {

using namespace kh;
using namespace khtest;

class Fuzz {
public:
    Fuzz(std::uint64_t seed, QString keep) : dice_(seed), keep_(std::move(keep)) {
        for (const std::string& text : documents_) try {
                sound_.push_back(io::parseDocument(text).setup);
            } catch (const InputError&) {  // a seed that was found and is refused now
            }
    }

    void cheapOnes() {
        const std::uint64_t kind = dice_() % 10;
        if (kind == 0) {
            SeedProfile p = pick(profiles_);
            p.text = damaged(p.text, dice_);
            guarded(p.text, "profile", [&] { profile(p, met); });
        } else if (kind == 1 && !readings_.empty()) {
            const std::string text = damaged(pick(readings_), dice_);
            guarded(text, "readings", [&] { readings(pick(sound_), text, met); });
        } else {
            const std::string text = kind < 7 ? damaged(pick(documents_), dice_) : io::writeDocument(extreme(pick(sound_), dice_));
            guarded(text, "document", [&] { (void)cheap(text, met); });
        }
    }

    void dearOnes() {
        const Setup s = next();
        guarded(io::writeDocument(s), "document", [&] {
            ++met.runs;
            ++met.accepted;
            dear(s, dice_, met);
        });
    }

    /// Opened in the real window, drawn in every station, every row and at many places of the deck.
    void painted() {
        const std::string text = io::writeDocument(next());
        guarded(text, "document", [&] {
            ++met.runs;
            ++met.accepted;
            const QString file = folder_.filePath(QStringLiteral("model.keel.json"));
            io::writeFileAtomically(file.toStdString(), text);
            if (!window_.openFile(file))
                throw std::logic_error("the window does not open what was accepted: " + window_.message().toStdString());
            session::Workspace& w = window_.workspace();
            settle();
            for (const StationEntry& s : w.stations().entries()) {
                w.setStation(s.station);
                const std::size_t rows = w.page().rows.size();
                for (std::size_t n = 0; n < std::min<std::size_t>(rows, 4); ++n) {
                    w.select({static_cast<int>(dice_() % rows), static_cast<int>(dice_() % 4), static_cast<int>(dice_() % 3)});
                    if (dice_() % 3 == 0) w.toggleRow();
                    Deck deck = w.deck();
                    const auto stick = [&] { return static_cast<double>(dice_() % 201) / 100.0 - 1.0; };
                    deck.sticks = {stick(), stick(), stick(), stick()};
                    for (const SwitchProfile& x : w.setup().transmitter.profile->switches)
                        if (dice_() % 2 == 0) deck.switches[x.id] = static_cast<int>(dice_() % static_cast<unsigned>(x.places)) + 1;
                    w.setDeck(deck);
                    settle();
                    (void)window_.grab();
                }
            }
            w.setStation(Station::Proof);
            waitForWorkers();
            for (std::size_t n = 0; n < std::min<std::size_t>(w.entries().size(), 6); ++n) {
                w.selectFinding(static_cast<int>(dice_() % w.entries().size()));
                w.pose().toggle();
                settle();
                (void)window_.grab();
                w.pose().toggle();
            }
            w.enter(session::kPlanView);
            settle();
            (void)window_.grab();
            w.repair().takeTypedSteps();
            w.enter("to-set");
            settle();
            (void)window_.grab();
            w.setStation(Station::Proof);
            w.document().undo();
            settle();
        });
    }

    void tell(double seconds) const {
        fmt::print(
            "{} runs: {} refused, {} accepted ({} with a chain that cannot be followed); {} kinds of findings met; {} faults; {:.0f} s, "
            "slowest {:.2f} s ({})\n",
            met.runs, met.refused, met.accepted, met.impossible, met.rules.size(), met.faults.size(), seconds, slowest_, slowestKind_);
        for (const std::string& f : met.faults) fmt::print("  {}\n", f);
    }

    Met met;

private:
    template <class T>
    const T& pick(const std::vector<T>& from) {
        return from[static_cast<std::size_t>(dice_() % from.size())];
    }
    /// An accepted setup: extreme, or a mutant that passed.
    Setup next() {
        for (int tries = 0; dice_() % 3 == 0 && tries < 20; ++tries) {
            try {
                return io::parseDocument(damaged(pick(documents_), dice_)).setup;
            } catch (const InputError&) {
            }
        }
        return extreme(pick(sound_), dice_);
    }
    static void settle() {
        for (int i = 0; i < 3; ++i) QApplication::processEvents();
    }
    void waitForWorkers() {
        const session::Workspace& w = window_.workspace();
        khtest::waitUntil("the workers", [&] { return w.proof().state() != session::ProofRunner::State::Trying && w.repair().fresh(); });
        settle();
    }
    template <class Act>
    void guarded(const std::string& text, const char* kind, Act act) {
        io::writeFileAtomically(keep_.toStdString() + "/now.json", text);
        QElapsedTimer time;
        time.start();
        try {
            act();
        } catch (const std::exception& e) {
            const std::string file = fmt::format("{}/fault-{}.json", keep_.toStdString(), met.faults.size() + 1);
            io::writeFileAtomically(file, text);
            met.faults.push_back(fmt::format("{}: {} ({})", kind, e.what(), file));
            fmt::print("  {}\n", met.faults.back());
        }
        const double s = static_cast<double>(time.nsecsElapsed()) / 1e9;
        if (s > slowest_) {
            slowest_ = s;
            slowestKind_ = kind;
            io::writeFileAtomically(keep_.toStdString() + "/slowest.json", text);
        }
    }

    Dice dice_;
    QString keep_;
    std::vector<std::string> documents_ = seedDocuments();
    std::vector<std::string> readings_ = seedReadings();
    std::vector<SeedProfile> profiles_ = seedProfiles();
    std::vector<Setup> sound_;
    QTemporaryDir folder_;
    app::MainWindow window_{app::Places{folder_.filePath(QStringLiteral("state")), {KEELHAUL_SOURCE "/data"}}};
    double slowest_ = 0.0;
    std::string slowestKind_;
};

}  // namespace

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("keelhaul-fuzz"));
    QStandardPaths::setTestModeEnabled(true);
    QCommandLineParser parser;
    const auto option = [&](const char* name, const char* value) {
        parser.addOption({QString::fromLatin1(name), {}, QStringLiteral("n"), QString::fromLatin1(value)});
    };
    for (const auto& [name, value] :
         {std::pair{"cheap", "1000"}, {"dear", "100"}, {"painted", "20"}, {"minutes", "0"}, {"seed", "1"}, {"keep", ""}})
        option(name, value);
    parser.process(application);
    const auto number = [&](const char* name) { return parser.value(QString::fromLatin1(name)).toULongLong(); };
    QTemporaryDir own;
    const QString keep = parser.value(QStringLiteral("keep")).isEmpty() ? own.path() : parser.value(QStringLiteral("keep"));
    Fuzz fuzz(number("seed"), keep);
    QElapsedTimer time;
    time.start();
    // in rounds, so that a run that is ended early has tried something of everything
    const std::uint64_t minutes = number("minutes");
    const std::uint64_t cheapOnes = number("cheap"), dearOnes = number("dear"), painted = number("painted");
    const auto going = [&](std::uint64_t round) {
        return minutes > 0 ? time.elapsed() < static_cast<qint64>(minutes) * 60000 : round < 20;
    };
    for (std::uint64_t round = 0; going(round); ++round) {
        const auto share = [&](std::uint64_t all) { return all * (round % 20 + 1) / 20 - all * (round % 20) / 20; };
        for (std::uint64_t n = share(cheapOnes); n > 0; --n) fuzz.cheapOnes();
        for (std::uint64_t n = share(dearOnes); n > 0; --n) fuzz.dearOnes();
        for (std::uint64_t n = share(painted); n > 0; --n) fuzz.painted();
    }
    fuzz.tell(static_cast<double>(time.elapsed()) / 1000.0);
    return fuzz.met.faults.empty() ? 0 : 1;
}
