// SPDX-License-Identifier: GPL-3.0-or-later
//
// A pseudo-language that shows what was not translated, and what has no room to be.
#pragma once

#include "text/words.h"

#include <QCoreApplication>
#include <QTranslator>

namespace khtest {

using namespace kh;

/// A language that writes every vowel with an accent: a word that has one without was not translated. Places stay as they are.
inline QString accented(const QString& text) {
    static const QString plain = QStringLiteral("aeiouyAEIOUY");
    static const QString accents = QStringLiteral("áéíóúýÁÉÍÓÚÝ");
    QString out;
    bool place = false;
    for (qsizetype i = 0; i < text.size(); ++i) {
        const QChar c = text[i];
        if (c == QLatin1Char('{')) place = true;
        const bool percent = i > 0 && text[i - 1] == QLatin1Char('%');  // %n
        const auto at = plain.indexOf(c);
        out += at >= 0 && !place && !percent ? accents[at] : c;
        if (c == QLatin1Char('}')) place = false;
    }
    return out;
}

class Accents final : public QTranslator {
public:
    explicit Accents(bool longer) : longer_(longer) {}
    [[nodiscard]] bool isEmpty() const override { return false; }
    QString translate(const char* context, const char* source, const char*, int) const override {
        if (QByteArray(context).startsWith("Q")) return {};  // the widgets' own
        const QString text = accented(QString::fromUtf8(source));
        return longer_ ? text + QString(text.size() * 3 / 10, QLatin1Char('~')) : text;
    }

private:
    bool longer_;
};

/// Installed while this lives. With `longer` every text is a third longer than in English.
class Speaking {
public:
    explicit Speaking(bool longer = false) : accents_(longer) {
        QCoreApplication::installTranslator(&accents_);
        languageChanged();
    }
    ~Speaking() {
        QCoreApplication::removeTranslator(&accents_);
        languageChanged();
    }

private:
    Accents accents_;
};

}  // namespace khtest
