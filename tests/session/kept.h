// SPDX-License-Identifier: GPL-3.0-or-later
//
// A demo document with its file and its journal, without a window.
#pragma once

#include "base/error.h"
#include "session/repository.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <catch2/catch.hpp>

namespace khtest {

using namespace kh;
using namespace kh::session;

inline const QString kTurnstone = QStringLiteral(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json");

struct Kept {
    QTemporaryDir folder;
    QString file = folder.filePath(QStringLiteral("model.keel.json"));
    QString state = folder.filePath(QStringLiteral("state"));
    DocumentModel document;
    Repository repository{document, state};
    int changes = 0;
    Kept() {
        QFile::copy(kTurnstone, file);
        QFile::setPermissions(file, QFile::ReadOwner | QFile::WriteOwner);
        repository.open(file);
        QObject::connect(&document, &DocumentModel::changed, &document, [this] { ++changes; });
    }
    [[nodiscard]] double mass() const { return document.setup().machine.massKg; }
    void edit(double mass, int key = 0) { document.edit(QStringLiteral("mass"), {{"machine.massKg", mass}}, Standing::Entered, key); }
    /// Every journal in the state folder, whoever's.
    [[nodiscard]] QStringList journals() const { return QDir(state).entryList({QStringLiteral("journal-*.json")}, QDir::Files); }
    /// The journal as a killed window leaves it: a copy that nobody locks.
    QString leaveJournal() {
        REQUIRE(repository.flushJournal());
        const QString left = QDir(state).filePath(QStringLiteral("journal-left.json"));
        QFile::remove(left);
        REQUIRE(QFile::copy(repository.journalFile(), left));
        return left;
    }
};

}  // namespace khtest
