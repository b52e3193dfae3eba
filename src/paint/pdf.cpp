// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/pdf.h"

#include "paint/look/theme.h"
#include "paint/sheet/figureobject.h"
#include "text/words.h"

#include <QAbstractTextDocumentLayout>
#include <QBuffer>
#include <QFontDatabase>
#include <QGuiApplication>
#include <QLocale>
#include <QPainter>
#include <QPdfWriter>
#include <QTextCursor>
#include <QTextDocument>
#include <QTextTable>
#include <algorithm>
#include <cmath>
#include <numeric>

namespace kh::paint {

namespace {

constexpr int kDotsPerInch = 300;
constexpr double kMarginMm = 12.0;
constexpr double kFootMm = 6.0;
constexpr const char* kType = "Keelhaul B612";

QTextCharFormat type(double points, bool bold = false) {
    QTextCharFormat f;
    f.setFontFamilies({QString::fromLatin1(kType)});
    f.setFontPointSize(points);
    f.setFontWeight(bold ? QFont::Bold : QFont::Normal);
    f.setForeground(Qt::black);
    return f;
}

/// Writes the sheet into a text document, from top to bottom.
class SheetWriter {
public:
    SheetWriter(QTextDocument& document, const Speech& speech) : speech_(speech), at_(&document) {}

    void write(const Sheet& sheet) {
        block(shown(sheet.model), type(17, true), 0);
        block(said(sheet.lead), type(9.5), 0);
        for (const Message& caution : sheet.cautions) block(QStringLiteral("!  ") + said(caution), type(9, true), 2);
        if (!sheet.plan.empty()) {
            block(said(say(KH_TR("Repair plan, in this order"))), type(11, true), 5);
            for (const Message& step : sheet.plan) block(said(step), type(9), 1);
        }
        if (!sheet.accepted.empty()) {
            block(said(say(KH_TR("Accepted by the pilot"))), type(11, true), 5);
            for (const Message& one : sheet.accepted) block(said(one), type(9), 1);
        }
        for (std::size_t i = 0; i < sheet.parts.size(); ++i) part(sheet.parts[i], i);
    }

private:
    void block(const QString& text, const QTextCharFormat& format, double above, bool newPage = false) {
        QTextBlockFormat b;
        b.setTopMargin(above);
        if (newPage) b.setPageBreakPolicy(QTextFormat::PageBreak_AlwaysBefore);
        if (first_) at_.setBlockFormat(b);
        else at_.insertBlock(b);
        first_ = false;
        at_.insertText(text, format);
    }
    void part(const SheetPart& part, std::size_t index) {
        // a page for each box one types into; what is looked at and the machine follow on the page before
        QTextCharFormat heading = type(13, true);
        heading.setForeground(Theme::box(part.box, Theme::of(ThemeKind::Chart)));
        block(said(say(boxName(part.box))) + QStringLiteral(": ") + shown(part.name), heading, 10,
              index > 0 && part.box != Box::Machine && part.box != Box::Bench);
        if (!part.figures.empty()) {
            QTextBlockFormat b;
            b.setTopMargin(3);
            at_.insertBlock(b);
            for (const SheetFigure figure : part.figures) {
                QTextCharFormat f = type(9);
                f.setObjectType(FigureObject::kType);
                f.setProperty(FigureObject::kFigure, static_cast<int>(figure));
                at_.insertText(QString(QChar::ObjectReplacementCharacter), f);
            }
        }
        for (const SheetSection& section : part.sections) table(section);
    }
    void table(const SheetSection& section) {
        if (section.rows.empty()) return;
        const bool plain = section.columns.empty();
        std::vector<QString> heads{said(section.title)};
        if (plain) heads.insert(heads.end(), {said(say(KH_TR("as typed"))), said(say(KH_TR("at the machine")))});
        else
            for (const Message& column : section.columns) heads.push_back(said(column));
        heads.push_back(said(say(KH_TR("standing"))));
        heads.push_back(said(say(KH_TR("as read back"))));
        QTextTableFormat format;
        format.setBorder(0);
        format.setBorderCollapse(true);
        format.setCellSpacing(0);
        format.setTopMargin(4);
        format.setHeaderRowCount(1);
        format.setWidth(QTextLength(QTextLength::PercentageLength, 100));
        format.setColumnWidthConstraints(widths(section, heads));
        QTextTable* t = at_.insertTable(static_cast<int>(section.rows.size()) + 1, static_cast<int>(heads.size()), format);
        for (std::size_t c = 0; c < heads.size(); ++c) put(t, 0, c, heads[c], type(c == 0 ? 10 : 8, c == 0));
        for (std::size_t r = 0; r < section.rows.size(); ++r) {
            const SheetRow& row = section.rows[r];
            std::size_t c = 0;
            const bool marked = row.changed;  // the plan changes it
            put(t, r + 1, c++, said(row.what), type(9, marked), marked);
            if (plain) {
                put(t, r + 1, c++, said(row.value), type(9, true), marked);
                put(t, r + 1, c++, said(row.machine), type(9), marked);
            } else {
                for (const Message& one : row.cells) put(t, r + 1, c++, said(one), type(9, true), marked);
            }
            put(t, r + 1, heads.size() - 2, said(sheetStanding(row.standing)), type(8), marked);
            put(t, r + 1, heads.size() - 1, {}, type(8), marked);
        }
        at_.movePosition(QTextCursor::End);
    }
    /// In letters of the body: a bold or large text asks for more, and no word is broken.
    struct Asked {
        static constexpr double kGap = 1.6;  ///< to the next column
        double word = 6.0, whole = 6.0;
        void add(const QString& text, double letter) {
            for (const QString& one : text.split(QLatin1Char(' '))) word = std::max(word, static_cast<double>(one.size()) * letter + kGap);
            whole = std::max(whole, static_cast<double>(text.size()) * letter + kGap);
        }
    };
    /// Each column as wide as its longest text asks for, or, in a crowded table, at least as its longest word; the last two are the same
    /// in every table.
    [[nodiscard]] QList<QTextLength> widths(const SheetSection& section, const std::vector<QString>& heads) const {
        constexpr double kStanding = 9.0, kReadBack = 13.0;
        constexpr double kTitle = 1.35, kHead = 0.95, kName = 1.0, kValue = 1.2;
        constexpr double kLetters = 88.0;  // across what the last two leave
        std::vector<Asked> asked(heads.size() - 2);
        for (std::size_t c = 0; c < asked.size(); ++c) {
            asked[c].add(heads[c], c == 0 ? kTitle : kHead);
            if (c == 0) asked[c].word = asked[c].whole;  // a title stands on one line
            for (const SheetRow& row : section.rows) {
                const Message& text = c == 0 ? row.what : section.columns.empty() ? (c == 1 ? row.value : row.machine) : row.cells[c - 1];
                asked[c].add(said(text), c == 0 ? kName : kValue);
            }
        }
        double words = 0.0, spare = 0.0;
        for (const Asked& one : asked) words += one.word, spare += one.whole - one.word;
        const double part = spare > 0.0 ? std::clamp((kLetters - words) / spare, 0.0, 1.0) : 0.0;
        std::vector<double> longest;
        longest.reserve(asked.size());
        for (const Asked& one : asked) longest.push_back(one.word + part * (one.whole - one.word));
        if (section.columns.empty()) longest = {27, 29, 24};  // rows alike stand beneath each other
        const double all = std::accumulate(longest.begin(), longest.end(), 0.0);
        QList<QTextLength> out;
        for (const double one : longest) out << QTextLength(QTextLength::PercentageLength, one / all * (100.0 - kStanding - kReadBack));
        out << QTextLength(QTextLength::PercentageLength, kStanding) << QTextLength(QTextLength::PercentageLength, kReadBack);
        return out;
    }
    static void put(QTextTable* table, std::size_t row, std::size_t column, const QString& text, const QTextCharFormat& format,
                    bool marked = false) {
        QTextTableCell cell = table->cellAt(static_cast<int>(row), static_cast<int>(column));
        QTextTableCellFormat ruled;  // lines to read along and to write on, no boxes
        ruled.setBottomBorder(0.5);
        ruled.setBottomBorderStyle(QTextFrameFormat::BorderStyle_Solid);
        ruled.setBottomBorderBrush(QBrush(row == 0 ? QColor(Qt::black) : QColor(185, 185, 185)));
        if (marked) ruled.setBackground(QColor(232, 232, 232));
        ruled.setTopPadding(0.8);
        ruled.setBottomPadding(0.4);
        ruled.setRightPadding(4);
        ruled.setVerticalAlignment(row == 0 ? QTextCharFormat::AlignBottom : QTextCharFormat::AlignTop);
        cell.setFormat(ruled);
        cell.firstCursorPosition().insertText(text, format);
    }

    [[nodiscard]] QString said(const Message& m) const { return QString::fromStdString(render(m, speech_)); }
    const Speech& speech_;
    QTextCursor at_;
    bool first_ = true;
};

/// A table that would be cut by the end of a page begins the next one, unless it is longer than a page.
void keepTablesWhole(QTextDocument& document) {
    const double page = document.pageSize().height();
    for (QTextFrame* frame : document.rootFrame()->childFrames()) {  // from top to bottom: each moves those after it
        const QRectF r = document.documentLayout()->frameBoundingRect(frame);
        const bool cut = std::floor(r.top() / page) != std::floor((r.bottom() - 1) / page);
        if (!cut || r.height() > page) continue;
        QTextFrameFormat format = frame->frameFormat();
        format.setPageBreakPolicy(QTextFormat::PageBreak_AlwaysBefore);
        frame->setFrameFormat(format);
    }
}

}  // namespace

void loadFonts() {
    static bool done = false;
    if (done) return;
    for (const char* file : {":/fonts/B612-Regular.otf", ":/fonts/B612-Bold.otf", ":/fonts/B612Mono-Regular.otf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(file));
    done = true;
}

bool printSheetOn(QPagedPaintDevice& device, const Sheet& sheet, const SheetDrawn& drawn, const Speech& speech) {
    loadFonts();
    device.setPageSize(QPageSize(QPageSize::A4));
    device.setPageMargins(QMarginsF(0, 0, 0, 0));
    QPainter p(&device);
    if (!p.isActive()) return false;
    const double mm = device.logicalDpiX() / 25.4;
    const QRectF body(kMarginMm * mm, kMarginMm * mm, (210 - 2 * kMarginMm) * mm, (297 - 2 * kMarginMm - kFootMm) * mm);
    QTextDocument document;
    document.setUndoRedoEnabled(false);
    document.documentLayout()->setPaintDevice(&device);
    document.setDocumentMargin(0);
    FigureObject figures(drawn, body.width());
    document.documentLayout()->registerHandler(FigureObject::kType, &figures);
    SheetWriter(document, speech).write(sheet);
    document.setPageSize(body.size());
    keepTablesWhole(document);
    const int pages = document.pageCount();
    QFont small(QString::fromLatin1(kType));
    small.setPointSizeF(8);
    for (int page = 0; page < pages; ++page) {
        if (page > 0) device.newPage();
        p.save();
        p.translate(body.left(), body.top() - page * body.height());
        QAbstractTextDocumentLayout::PaintContext context;
        context.clip = QRectF(0, page * body.height(), body.width(), body.height());
        context.palette.setColor(QPalette::Text, Qt::black);
        p.setClipRect(context.clip);
        document.documentLayout()->draw(&p, context);
        p.restore();
        p.setFont(small);
        p.setPen(Qt::black);
        const QRectF foot(body.left(), body.bottom(), body.width(), kFootMm * mm);
        p.drawText(foot, Qt::AlignLeft | Qt::AlignBottom, shown(sheet.model));
        p.drawText(foot, Qt::AlignRight | Qt::AlignBottom,
                   QString::fromStdString(render(say(KH_TR("revision {r}, page {n} of {all}"),
                                                     {{"r", num(sheet.revision)}, {"n", num(page + 1)}, {"all", num(pages)}}),
                                                 speech)));
    }
    return true;
}

std::string sheetPdf(const Sheet& sheet, const SheetDrawn& drawn, const Speech& speech) {
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(kDotsPerInch);
        writer.setTitle(shown(sheet.model));
        (void)printSheetOn(writer, sheet, drawn, speech);
    }
    return buffer.data().toStdString();
}

struct Offscreen::Running {
    int argc;
    QGuiApplication application;
    Running(int count, char** argv) : argc(count), application(argc, argv) {}
};

Offscreen::Offscreen(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    running_ = std::make_unique<Running>(argc, argv);
    QLocale::setDefault(QLocale::c());
}

Offscreen::~Offscreen() = default;

}  // namespace kh::paint
