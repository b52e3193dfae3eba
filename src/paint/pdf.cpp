// SPDX-License-Identifier: GPL-3.0-or-later
#include "paint/pdf.h"

#include "text/words.h"

#include <QBuffer>
#include <QFontDatabase>
#include <QGuiApplication>
#include <QPainter>
#include <QPdfWriter>
#include <memory>

namespace kh::paint {

namespace {

constexpr int kDotsPerInch = 300;
constexpr double kMm = kDotsPerInch / 25.4;
constexpr double kMargin = 15.0;   ///< mm
constexpr double kWidth = 180.0;   ///< mm
constexpr double kBottom = 282.0;  ///< mm

/// Sets text line by line and starts a page when one is full.
class PageWriter {
public:
    PageWriter(QPagedPaintDevice& writer, const Speech& speech) : writer_(writer), painter_(&writer), speech_(speech) {
        if (!painter_.isActive()) return;
        const double scale = writer.logicalDpiX() / static_cast<double>(kDotsPerInch);  // everything below counts 300 to the inch
        painter_.scale(scale, scale);
    }
    [[nodiscard]] bool ready() const { return painter_.isActive(); }

    [[nodiscard]] QString words(const Message& m) const { return QString::fromStdString(render(m, speech_)); }
    void newPage() {
        writer_.newPage();
        y_ = kMargin;
    }
    void space(double mm) { y_ += mm; }
    void text(const QString& text, double points, bool bold, double indent = 0.0) {
        setFont(points, bold);
        const double height = textHeight(text, kWidth - indent);
        ensure(height);
        draw(text, indent, kWidth - indent);
        y_ += height;
    }
    void line(double width) {
        painter_.setPen(QPen(Qt::black, width * kMm));
        painter_.drawLine(QPointF(kMargin * kMm, y_ * kMm), QPointF((kMargin + kWidth) * kMm, y_ * kMm));
        y_ += 1.0;
    }
    void row(const SheetRow& r) {
        setFont(9.5, false);
        const QString what = words(r.what);
        const QString value = words(r.value);
        const QString machine = words(r.machine);
        const double height = std::max({textHeight(what, 40), textHeight(value, 62), textHeight(machine, 34), 5.0}) + 1.4;
        ensure(height);
        painter_.setPen(QPen(Qt::black, 0.25 * kMm));
        painter_.drawRect(QRectF(kMargin * kMm, (y_ + 0.6) * kMm, 3.0 * kMm, 3.0 * kMm));
        draw(what, 5, 40);
        setFont(9.5, true);
        draw(value, 47, 62);
        setFont(9.5, false);
        draw(machine, 111, 34);
        draw(words(say(standingId(r.standing))), 147, 18);
        y_ += height;
        painter_.setPen(QPen(Qt::gray, 0.15 * kMm));
        painter_.drawLine(QPointF(kMargin * kMm, (y_ - 0.7) * kMm), QPointF((kMargin + kWidth) * kMm, (y_ - 0.7) * kMm));
    }

private:
    void setFont(double points, bool bold) {
        QFont font(QStringLiteral("Keelhaul B612"));
        font.setPointSizeF(points);
        font.setBold(bold);
        painter_.setFont(font);
        painter_.setPen(Qt::black);
    }
    [[nodiscard]] double textHeight(const QString& text, double widthMm) const {
        return painter_.boundingRect(QRectF(0, 0, widthMm * kMm, 1e6), Qt::TextWordWrap, text).height() / kMm;
    }
    void draw(const QString& text, double indent, double widthMm) {
        painter_.setPen(Qt::black);
        painter_.drawText(QRectF((kMargin + indent) * kMm, y_ * kMm, widthMm * kMm, 1e6), Qt::TextWordWrap, text);
    }
    void ensure(double height) {
        if (y_ + height > kBottom) newPage();
    }

    QPagedPaintDevice& writer_;
    mutable QPainter painter_;  // measuring text does not change what is drawn
    const Speech& speech_;
    double y_ = kMargin;
};

}  // namespace

void loadFonts() {
    static bool done = false;
    if (done) return;
    for (const char* file : {":/fonts/B612-Regular.otf", ":/fonts/B612-Bold.otf", ":/fonts/B612Mono-Regular.otf"})
        QFontDatabase::addApplicationFont(QString::fromLatin1(file));
    done = true;
}

bool printSheetOn(QPagedPaintDevice& device, const Sheet& sheet, const Speech& speech) {
    loadFonts();
    device.setPageSize(QPageSize(QPageSize::A4));
    device.setPageMargins(QMarginsF(0, 0, 0, 0));
    PageWriter set(device, speech);
    if (!set.ready()) return false;
    set.text(QString::fromStdString(sheet.model), 18, true);
    set.text(set.words(say(KH_TR("Bench sheet, revision {r}"), {{"r", num(sheet.revision)}})), 10, false);
    set.space(2);
    set.line(0.6);
    for (const Message& caution : sheet.cautions) set.text(QStringLiteral("!  ") + set.words(caution), 10, true);
    set.space(1);
    set.line(0.6);
    if (!sheet.plan.empty()) {
        set.space(1);
        set.text(set.words(say(KH_TR("Repair plan, in this order"))), 11, true);
        for (const Message& step : sheet.plan) set.text(set.words(step), 10, false);
        set.space(1);
    }
    bool first = true;
    for (const SheetPart& part : sheet.parts) {
        if (!first) set.newPage();
        first = false;
        set.space(2);
        set.text(set.words(say(boxId(part.box))) + QStringLiteral(": ") + shown(part.name), 14, true);
        set.line(0.6);
        for (const SheetSection& section : part.sections) {
            set.space(2);
            set.text(QString::fromStdString(section.title), 11, true);
            for (const SheetRow& row : section.rows) set.row(row);
        }
    }
    return true;
}

std::string sheetPdf(const Sheet& sheet, const Speech& speech) {
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(kDotsPerInch);
        writer.setTitle(QString::fromStdString(sheet.model));
        (void)printSheetOn(writer, sheet, speech);
    }
    return buffer.data().toStdString();
}

std::string sheetPdf(const Sheet& sheet, int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    return sheetPdf(sheet);
}

}  // namespace kh::paint
