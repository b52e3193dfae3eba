// SPDX-License-Identifier: GPL-3.0-or-later
//
// Shortcuts, handbook and translation: one table, every text through it, and a pseudo-language that shows what slips.
#include "app/bench.h"
#include "paint/look/theme.h"
#include "paint/pdf.h"
#include "procedure/ledger.h"
#include "procedure/registry.h"

#include <QTranslator>
#include <QXmlStreamReader>
#include <fstream>
#include <sstream>

namespace words_tests {

using namespace kh;
using namespace kh::app;
using khtest::Bench;

namespace {

std::string fileText(const char* path) {
    std::ifstream in(std::string(KEELHAUL_SOURCE "/") + path);
    std::stringstream out;
    out << in.rdbuf();
    return out.str();
}

/// Every text comes back in brackets and a third longer.
class Pseudo final : public QTranslator {
public:
    [[nodiscard]] bool isEmpty() const override { return false; }
    QString translate(const char*, const char* source, const char*, int) const override {
        const QString text = QString::fromUtf8(source);
        return QStringLiteral("⟦") + text + QString(text.size() * 3 / 10, QLatin1Char('~')) + QStringLiteral("⟧");
    }
};

/// Words the program did not make: names, ids, numbers and units.
bool isData(const QString& text, const Setup& s) {
    static const QRegularExpression plain(QStringLiteral("^[-+−–0-9.,:%°µ×/·…→ ()A-Z]*[a-z]?[a-z]?[A-Za-z0-9/%·]{0,4}$"));
    if (plain.match(text).hasMatch()) return true;
    for (const QString& name :
         {QString::fromStdString(s.machine.name), QString::fromStdString(s.transmitter.profile->name),
          QString::fromStdString(s.controller.profile->name), QString::fromStdString(s.speedController.profile->name)})
        if (text.contains(name)) return true;
    return false;
}

}  // namespace

TEST_CASE("the shortcut table has no id and no key twice, and the handbook's page is made from it") {
    std::set<QString> ids;
    std::map<QString, QString> keys;
    for (const Shortcut& s : shortcuts()) {
        const QString id = QString::fromLatin1(s.id);
        CHECK(ids.insert(id).second);
        CHECK(shortcut(s.id) == &s);
        if (s.local || *s.keys == 0) continue;
        INFO(id.toStdString() << " " << s.keys);
        CHECK(keys.emplace(QString::fromLatin1(s.keys), id).second);
        CHECK_FALSE(QKeySequence(QString::fromLatin1(s.keys)).isEmpty());
    }
    CHECK(shortcut("no-such") == nullptr);
    const std::string page = fileText("docs/handbook/keys.md");
    REQUIRE_FALSE(page.empty());
    CHECK(page.find(shortcutsMarkdown().toStdString()) != std::string::npos);
}

TEST_CASE("every shortcut that is not local is an action of the window, with that key") {
    Bench b;
    for (const Shortcut& s : shortcuts()) {
        INFO(s.id);
        QAction* action = b.window.action(QString::fromLatin1(s.id));
        if (s.local) {
            CHECK(action == nullptr);
            continue;
        }
        REQUIRE(action != nullptr);
        CHECK(action->shortcut() == QKeySequence(QString::fromLatin1(s.keys)));
        CHECK_FALSE(action->text().isEmpty());
    }
}

TEST_CASE("the extracted texts hold every text of the data, and the list is current") {
    const std::string list = fileText("data/translations/data-texts.h");
    REQUIRE_FALSE(list.empty());
    Bench b;
    for (const auto& menu :
         {b.w().setup().transmitter.profile->menu, b.w().setup().controller.profile->menu, b.w().setup().speedController.profile->menu})
        for (const MenuEntry& e : menu) {
            INFO(e.title);
            CHECK(list.find("KH_TR(\"" + e.title + "\")") != std::string::npos);
        }
}

TEST_CASE("in a pseudo-language no text is left untranslated at any station") {
    // words() decides once whether a language is installed, so the pages are rendered through the speech it uses
    Speech pseudo;
    std::set<std::string> asked;
    pseudo.translate = [&](const std::string& text, int) {
        asked.insert(text);
        return "⟦" + text + "⟧";
    };
    for (const Setup& s : {io::loadDocument(KEELHAUL_SOURCE "/data/demo/turnstone-470.keel.json").setup,
                           io::loadDocument(KEELHAUL_SOURCE "/data/demo/dunlin-380.keel.json").setup}) {
        const Evaluation e = evaluate(s);
        const SwitchProof proof = proveSwitches(s);
        for (const StationPage& page : ledger(s, e, &proof))
            for (const Row& row : page.rows) {
                CHECK(render(row.title, pseudo).find("⟦") != std::string::npos);
                for (const Cell& cell : row.cells)
                    for (const Part& part : cell.parts)
                        for (const Message& m : {part.label, part.value}) {
                            if (m.empty()) continue;
                            const QString text = QString::fromStdString(render(m, pseudo));
                            INFO(row.id << ": " << text.toStdString());
                            CHECK((text.contains(QStringLiteral("⟦")) || isData(text, s)));
                        }
            }
        for (const PropertyResult& p : proof.properties)
            for (const Message& m : {p.finding.title, p.finding.found}) {
                const std::string text = render(m, pseudo);
                CHECK(text.find("⟦") != std::string::npos);
                CHECK(text.find('{') == std::string::npos);
            }
        const Sheet sheet = benchSheet(s, e);
        for (const Message& m : sheet.cautions) CHECK(render(m, pseudo).find("⟦") == 0);
    }
    CHECK(asked.size() > 150);
}

TEST_CASE("the window's own texts go through tr: a translator sees each of them") {
    Pseudo pseudo;
    QCoreApplication::installTranslator(&pseudo);
    {
        Bench b;
        for (const StationEntry& s : stations()) {
            b.go(s.station);
            // names of the views' parts that are the window's own
            CHECK(b.window.deck()->accessibleName().contains(QStringLiteral("⟦")));
            CHECK(b.window.page()->grab().toImage().width() > 0);
        }
        CHECK(b.window.topBar()->accessibleName().contains(QStringLiteral("⟦")));
        b.go(Station::Swash);
        b.selectRow("layout", 1);
        b.act("seen");  // guards are not ticked: it is told in words
        CHECK(b.window.message().contains(QStringLiteral("⟦")));
    }
    QCoreApplication::removeTranslator(&pseudo);
}

TEST_CASE("labels are the same whether they are shaped once or drawn by the device") {
    using namespace kh::paint;
    QImage once(300, 40, QImage::Format_ARGB32_Premultiplied);
    QImage again = once;
    for (QImage* image : {&once, &again}) {
        image->fill(Qt::white);
        QPainter p(image);
        const double end = drawText(p, {5, 25}, QStringLiteral("stroke use 88 %"), Theme::font(13, true), Qt::black);
        CHECK(end == Approx(5 + textWidth(QStringLiteral("stroke use 88 %"), Theme::font(13, true))));
    }
    CHECK(once == again);
    QImage direct(300, 40, QImage::Format_ARGB32_Premultiplied);
    direct.fill(Qt::white);
    {
        QPainter p(&direct);
        p.setFont(Theme::font(13, true));
        p.drawText(QPointF(5, 25), QStringLiteral("stroke use 88 %"));
    }
    int ink = 0;
    int common = 0;
    for (int y = 0; y < 40; ++y)
        for (int x = 0; x < 300; ++x) {
            const bool a = qGray(once.pixel(x, y)) < 128;
            const bool b = qGray(direct.pixel(x, y)) < 128;
            ink += a || b ? 1 : 0;
            common += a && b ? 1 : 0;
        }
    CHECK(ink > 200);
    CHECK(common > ink * 8 / 10);  // the same glyphs at the same place
    CHECK(textWidth({}, Theme::font(13)) == 0.0);
    CHECK(textWidth(QStringLiteral("88"), Theme::font(13)) == Approx(textWidth(QStringLiteral("11"), Theme::font(13))));  // tabular figures
    CHECK(textWidth(QStringLiteral("stroke"), Theme::font(13)) < textWidth(QStringLiteral("stroke"), Theme::font(22)));
}

}  // namespace words_tests
