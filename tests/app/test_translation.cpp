// SPDX-License-Identifier: GPL-3.0-or-later
//
// A language from end to end: a translation of window and core through every view, and what was not asked for by anybody is found.
#include "app/accents.h"
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/recorder.h"
#include "app/shell/language.h"
#include "app/walk.h"
#include "model/helicopter/helicopter.h"
#include "paint/pdf.h"
#include "procedure/registry.h"
#include "text/words.h"

namespace translation_tests {

using namespace kh;
using namespace kh::app;
using khtest::accented;
using khtest::Bench;
using khtest::shownItems;
using khtest::Speaking;
using khtest::TextRecorder;

namespace {

/// The words of a document and its boxes that nobody translates: names, and what the pilot typed.
QStringList ownWords(const Setup& s) {
    QStringList out{QStringLiteral("Keelhaul"),
                    QString::fromStdString(s.machine.name),
                    QString::fromStdString(s.machine.power.motor),
                    QString::fromStdString(s.transmitter.profile->name),
                    QString::fromStdString(s.controller.profile->name),
                    QString::fromStdString(s.speedController.profile->name),
                    QString::fromStdString(helicopter(s).tail.servo->name),
                    QString::fromStdString(s.machine.sizeClass)};
    for (const PlateServo& p : helicopter(s).servos) out << QString::fromStdString(p.servo->name);
    for (const FlightMode& m : s.transmitter.modes) out << QString::fromStdString(m.name);
    for (const auto& [path, record] : s.standings)
        out << QString::fromStdString(record.instrument) << QString::fromStdString(record.uncertainty);
    // what is the same in every language: keys and units
    out << QStringLiteral("Ctrl") << QStringLiteral("Alt") << QStringLiteral("Shift") << QStringLiteral("Space") << QStringLiteral("Enter")
        << QStringLiteral("Tab") << QStringLiteral("Esc") << QStringLiteral("Return") << QStringLiteral("Right") << QStringLiteral("Left")
        << QStringLiteral("Page Up") << QStringLiteral("Page Down") << QStringLiteral("mAh/min") << QStringLiteral("mAh")
        << QStringLiteral("min");
    out.removeAll(QString());
    std::sort(out.begin(), out.end(), [](const QString& a, const QString& b) { return a.size() > b.size(); });
    return out;
}

/// Words of a text that have a vowel without an accent, of three letters or more: none of the document's own, no unit, no sign.
QStringList untranslated(QString text, const QStringList& own) {
    for (const QString& word : own) text.replace(word, QStringLiteral(" "));
    static const QRegularExpression word(QStringLiteral("(?<![A-Za-z\\x{C0}-\\x{17F}0-9])[A-Za-z]{3,}(?![a-zA-Z\\x{C0}-\\x{17F}])"));
    static const QRegularExpression vowel(QStringLiteral("[aeiouyAEIOUY]"));
    QStringList out;
    for (auto it = word.globalMatch(text); it.hasNext();) {
        const QString w = it.next().captured();
        if (w.contains(vowel)) out << w;
    }
    return out;
}

}  // namespace

TEST_CASE("every word that is painted went through the translation, at every station, row and face, and in the new model's page") {
    const Speaking speaking;
    std::map<std::string, std::string> left;
    const QString share = qEnvironmentVariable("KEELHAUL_MATRIX");  // all, some, or little under the sanitizers
    for (const char* model : {"turnstone-470", "dunlin-380", "gannet-600n"}) {
        if (share == QStringLiteral("little") && std::string(model) != "dunlin-380") continue;
        if (share == QStringLiteral("some") && std::string(model) == "turnstone-470") continue;
        Bench b{QString::fromLatin1(model)};
        (void)b.proved();
        b.planned();
        QStringList own = ownWords(b.w().setup());
        own << QString::fromStdString(NewModelAnswers().name);
        for (const ServoProfile& p : b.w().library().servos) own << QString::fromStdString(p.name);
        own << QString::fromStdString(b.w().setup().machine.receiver->name);
        for (const auto* menu : {&b.w().setup().transmitter.profile->menu, &b.w().setup().controller.profile->menu})  // pages of the boxes
            for (const MenuEntry& page : *menu) own << QString::fromStdString(page.title);
        const auto look = [&](QWidget* view, const std::string& where) {
            if (!view->isVisible() || view->width() < 2 || view->height() < 2) return;
            TextRecorder recorder(view->size());
            view->render(&recorder, QPoint(), QRegion(), QWidget::DrawWindowBackground);
            for (const khtest::PaintedText& t : recorder.texts())
                for (const QString& w : untranslated(t.text, own)) left.try_emplace((w + " in: " + t.text).toStdString(), where);
            if (const auto* items = qobject_cast<ItemView*>(view))  // and what is read out
                for (const Item& item : shownItems(items))
                    for (const QString& text : {item.name, item.value})
                        for (const QString& w : untranslated(text, own)) left.try_emplace((w + " read out: " + text).toStdString(), where);
        };
        khtest::walkViews(b, model, true, look);
        // the printed sheet too, but for the words of the boxes' menus that a profile brings
        const Sheet sheet = benchSheet(b.w().setup(), b.w().evaluation(), b.w().repair().now());
        for (const SheetPart& part : sheet.parts)
            for (const SheetSection& section : part.sections)
                for (const SheetRow& row : section.rows)
                    for (const Message* m : {&row.what, &row.value, &row.machine})
                        for (const QString& w : untranslated(words(*m), own))
                            left.try_emplace((w + " on the sheet: " + words(*m)).toStdString(), model);
        for (const Finding& f : b.w().evaluation().findings)
            for (const Message* m : {&f.title, &f.found, &f.why, &f.todo})
                for (const QString& w : untranslated(words(*m), own)) left.try_emplace((w + " found: " + words(*m)).toStdString(), f.id);
    }
    CHECK(left.size() == 0);
    for (const auto& [what, where] : left) {
        INFO(what << "   at " << where);
        CHECK(what.empty());
    }
}

TEST_CASE("the test for untranslated words knows a word from a name, a unit and an accent") {
    const QStringList own{QStringLiteral("Halyard 10")};
    CHECK(untranslated(QStringLiteral("Ťráv́él 105 %"), own).isEmpty());
    CHECK(untranslated(accented(QStringLiteral("Travel of {f} is {t} %")), own).isEmpty());
    CHECK(untranslated(QStringLiteral("Trável of Halyard 10"), own).isEmpty());
    CHECK(untranslated(QStringLiteral("Trável of rudder"), own) == QStringList{QStringLiteral("rudder")});
    CHECK(untranslated(QStringLiteral("1520 µs, 43.5 mm, L1 2"), own).isEmpty());
    CHECK(accented(QStringLiteral("%n row, {name}")) == QStringLiteral("%n rów, {name}"));
}

TEST_CASE("counts take the form their number asks for, also in a language with three") {
    CHECK(counted(1, KH_TR("{n} row"), KH_TR("{n} rows")) == QStringLiteral("1 row"));
    CHECK(counted(2, KH_TR("{n} row"), KH_TR("{n} rows")) == QStringLiteral("2 rows"));
    CHECK(counted(0, KH_TR("{n} row"), KH_TR("{n} rows")) == QStringLiteral("0 rows"));
    Speech three;
    three.translate = [](const std::string& text, int n) {
        if (n < 0) return text;
        return std::string(n == 1 ? "{n} one" : n < 5 ? "{n} few" : "{n} many");
    };
    const auto said = [&](std::size_t n) { return render(sayCount(n, KH_TR("{n} row"), KH_TR("{n} rows")), three); };
    CHECK(said(1) == "1 one");
    CHECK(said(3) == "3 few");
    CHECK(said(7) == "7 many");
    CHECK(grouped(999) == QStringLiteral("999"));
    CHECK(grouped(12345678) == QStringLiteral("12 345 678").replace(QLatin1Char(' '), QChar(QChar::Nbsp)));
}

TEST_CASE("a language is loaded from the data folders, speaks in window and core alike, and is not missed where there is none") {
    const std::filesystem::path data = KEELHAUL_SOURCE "/tests/data";
    CHECK_FALSE(installLanguage({KEELHAUL_SOURCE "/data"}, QStringLiteral("de")));
    CHECK(words("standing") == QStringLiteral("standing"));
    REQUIRE(installLanguage({KEELHAUL_SOURCE "/data", data}, QStringLiteral("eo")));
    CHECK(words("standing") == QStringLiteral("stato"));                                                // of the core
    CHECK(counted(3, KH_TR("{n} finding"), KH_TR("{n} findings")) == QString::fromUtf8("3 trovaĵoj"));  // counted
    CHECK(Bands::tr("Page") == QString::fromUtf8("Paĝo"));                                              // of the window
    {
        Bench b;
        CHECK(b.window.findChild<QTabBar*>(QStringLiteral("page-or-drawing"))->tabText(0) == QString::fromUtf8("Paĝo"));
        b.go(Station::Swash);
        CHECK(words(b.w().page().rows.front().title) == QStringLiteral("Miksado de la disko"));
    }
    for (QTranslator* t : QCoreApplication::instance()->findChildren<QTranslator*>()) delete t;
    languageChanged();
    CHECK(words("standing") == QStringLiteral("standing"));
}

}  // namespace translation_tests
