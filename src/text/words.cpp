// SPDX-License-Identifier: GPL-3.0-or-later
#include "text/words.h"

#include "base/plain.h"

#include <QCoreApplication>
#include <QLocale>

namespace kh {

const Speech& desktopSpeech() {
    static const Speech translated = [] {
        Speech s;
        if (QCoreApplication::translate("kh", "standing") != QStringLiteral("standing"))  // a language is installed
            s.translate = [](const std::string& text) { return QCoreApplication::translate("kh", text.c_str()).toStdString(); };
        return s;
    }();
    static QLocale locale = QLocale::c();
    static Speech speech = translated;
    if (const QLocale now; now != locale) {  // the desktop's locale can be set anew
        locale = now;
        speech.decimalPoint = now.decimalPoint().toStdString();
    }
    return speech;
}

QString words(const Message& message) { return QString::fromStdString(render(message, desktopSpeech())); }

QString shown(const std::string& text) { return QString::fromStdString(plainText(text)); }

QString grouped(std::uint64_t count) {
    QString digits = QString::number(count);
    for (qsizetype at = digits.size() - 3; at > 0 && digits.size() > 4; at -= 3) digits.insert(at, QChar(QChar::Nbsp));
    return digits;
}

QString words(const char* text) { return words(say(text)); }

}  // namespace kh
