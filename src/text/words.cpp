// SPDX-License-Identifier: GPL-3.0-or-later
#include "text/words.h"

#include "base/plain.h"

#include <QCoreApplication>
#include <QLocale>
#include <utility>

namespace kh {

namespace {

bool g_asked = false;  ///< whether it is known if a language is installed

}  // namespace

void languageChanged() { g_asked = false; }

const Speech& desktopSpeech() {
    static QLocale locale = QLocale::c();
    static Speech speech;
    if (!std::exchange(g_asked, true)) {
        speech.translate = nullptr;  // none: texts are not even looked up
        if (QCoreApplication::translate("kh", "standing") != QStringLiteral("standing"))
            speech.translate = [](const std::string& text, int n) {
                return QCoreApplication::translate("kh", text.c_str(), nullptr, n).toStdString();
            };
    }
    if (const QLocale now; now != locale) {  // the desktop's locale can be set anew
        locale = now;
        speech.decimalPoint = now.decimalPoint().toStdString();
    }
    return speech;
}

QString counted(std::size_t n, const char* one, const char* many) { return words(sayCount(n, one, many)); }

QString words(const Message& message) { return QString::fromStdString(render(message, desktopSpeech())); }

QString shown(const std::string& text) { return QString::fromStdString(plainText(text)); }

QString grouped(std::uint64_t count) {
    QString digits = QString::number(count);
    for (qsizetype at = digits.size() - 3; at > 0 && digits.size() > 4; at -= 3) digits.insert(at, QChar(QChar::Nbsp));
    return digits;
}

QString words(const char* text) { return words(say(text)); }

}  // namespace kh
