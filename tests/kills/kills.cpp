// SPDX-License-Identifier: GPL-3.0-or-later
//
// kills [--rounds N] [--seed S]
// A window's document, edited, saved and recovered by a process that is killed at random; what it had said to be on disk must be
// there afterwards. Judged by what was acknowledged, not by the clock.
#include "base/error.h"
#include "session/repository.h"

#include <fcntl.h>
#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>
#include <QCoreApplication>
#include <QDir>
#include <QTemporaryDir>
#include <cstdio>
#include <cstring>
#include <random>
#include <string>

namespace {

using namespace kh;
using namespace kh::session;

/// The change of a document: its name tells how many there were.
long numberOf(const Setup& s) { return s.machine.name.rfind("change ", 0) == 0 ? std::stol(s.machine.name.substr(7)) : 0; }

void say(const char* what, long n) {
    std::printf("%s %ld\n", what, n);
    std::fflush(stdout);
}

/// Edits until it is killed: says what is on disk only once it is.
[[noreturn]] void edit(const QString& folder, std::uint64_t seed) {
    std::mt19937_64 dice(seed);
    const QString file = folder + QStringLiteral("/model.keel.json"), state = folder + QStringLiteral("/state");
    session::DocumentModel document;
    session::Repository repository{document, state};
    repository.open(file);
    for (const QString& journal : session::Journal::left(state)) {
        if (numberOf(session::Journal::read(journal).document.setup) <= numberOf(document.setup())) continue;
        repository.recover(journal);
        say("recovered", numberOf(document.setup()));
    }
    for (long n = numberOf(document.setup()) + 1;; ++n) {
        document.edit(QStringLiteral("change"), {{"machine.name", "change " + std::to_string(n)}});
        if (dice() % 4 != 0) {
            if (repository.flushJournal()) say("kept", n);
        }
        if (dice() % 5 == 0) {
            repository.saveAs(file);
            say("kept", n);
        }
        if (dice() % 11 == 0) document.undo();  // and nothing is promised of what was taken back
        if (dice() % 11 == 0) document.redo();
        if (numberOf(document.setup()) != n) document.edit(QStringLiteral("change"), {{"machine.name", "change " + std::to_string(n)}});
    }
}

/// What can be had back: of the file and of every journal that was left.
long foundIn(const QString& folder) {
    long most = numberOf(io::loadDocument((folder + QStringLiteral("/model.keel.json")).toStdString()).setup);
    for (const QString& journal : session::Journal::left(folder + QStringLiteral("/state")))
        most = std::max(most, numberOf(session::Journal::read(journal).document.setup));
    return most;
}

}  // namespace

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    const QStringList arguments = QCoreApplication::arguments();
    const auto after = [&](const char* name, long otherwise) {
        const auto at = arguments.indexOf(QString::fromLatin1(name));
        return at < 0 || at + 1 >= arguments.size() ? otherwise : arguments[at + 1].toLong();
    };
    const long rounds = after("--rounds", 100);
    std::mt19937_64 dice(static_cast<std::uint64_t>(after("--seed", 1)));
    QTemporaryDir folder;
    QFile::copy(QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json"), folder.filePath(QStringLiteral("model.keel.json")));
    QFile::setPermissions(folder.filePath(QStringLiteral("model.keel.json")), QFile::ReadOwner | QFile::WriteOwner);
    long acknowledged = 0, kept = 0, recovered = 0, lost = 0;
    for (long round = 0; round < rounds; ++round) {
        int ends[2];
        if (::pipe(ends) != 0) return 1;
        const std::uint64_t seed = dice();
        const pid_t child = ::fork();
        if (child == 0) {
            ::dup2(ends[1], STDOUT_FILENO);
            ::close(ends[0]);
            ::close(ends[1]);
            edit(folder.path(), seed);
        }
        ::close(ends[1]);
        // killed at some byte after some line: in the middle of whatever it does then
        const std::uint64_t lines = 1 + dice() % 30;
        const std::uint64_t spin = dice() % 200000;
        FILE* said = ::fdopen(ends[0], "r");
        const auto hear = [&] {
            char word[32];
            long n = 0;
            if (std::fscanf(said, "%31s %ld", word, &n) != 2) return false;
            acknowledged = std::max(acknowledged, n);
            ++kept;
            recovered += std::strcmp(word, "recovered") == 0 ? 1 : 0;
            return true;
        };
        for (std::uint64_t i = 0; i < lines && hear(); ++i) {
        }
        std::uint64_t turn = spin;
        for (std::uint64_t i = 0; i < spin; ++i) turn = turn * 6364136223846793005ULL + 1442695040888963407ULL;
        if (turn == 0) std::printf(" ");  // so that the wait is not left out
        ::kill(child, SIGKILL);
        while (hear()) {  // what it said before it died counts too
        }
        std::fclose(said);
        int status = 0;
        ::waitpid(child, &status, 0);
        if (!WIFSIGNALED(status)) {
            std::printf("round %ld: the process ended by itself (%d)\n", round, status);
            return 1;
        }
        const long found = foundIn(folder.path());
        if (found < acknowledged) {
            std::printf("round %ld: change %ld was acknowledged, %ld is found\n", round, acknowledged, found);
            ++lost;
        }
    }
    std::printf("%ld kills, %ld changes acknowledged, %ld recoveries, %ld lost\n", rounds, kept, recovered, lost);
    return lost == 0 && kept > rounds ? 0 : 1;
}
