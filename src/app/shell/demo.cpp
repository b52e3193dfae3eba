// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/demo.h"

#include "io/document.h"
#include "io/library.h"

#include <QDir>
#include <QFile>

namespace kh::app {

QString demoModels(const QString& folder, const std::vector<std::filesystem::path>& data) {
    const QDir here(folder);
    here.mkpath(QStringLiteral("."));
    for (const char* name :
         {"turnstone-470.keel.json", "dunlin-380.keel.json", "redshank-470.keel.json", "fulmar-700.keel.json", "gannet-600n.keel.json",
          "oystercatcher.keel.json", "sandpiper.keel.json", "guillemot.keel.json", "whimbrel.keel.json", "petrel.keel.json"}) {
        const QString copy = here.filePath(QString::fromLatin1(name));
        if (QFile::exists(copy)) continue;
        const std::string text = io::readFile(io::findData(data, std::string("demo/") + name));
        io::writeFileAtomically(QFile::encodeName(copy).toStdString(), text);
    }
    return here.filePath(QStringLiteral("turnstone-470.keel.json"));
}

}  // namespace kh::app
