// SPDX-License-Identifier: GPL-3.0-or-later
//
// Exporting, printing, templates.
#include "app/shell/fileactions.h"

#include "app/bench/benchview.h"
#include "io/html.h"
#include "model/modeedits.h"
#include "paint/look/theme.h"
#include "paint/pdf.h"

#include <QFileDialog>
#include <QMessageBox>
#include <QPrintDialog>
#include <QPrinter>

namespace kh::app {

using namespace paint;

bool SheetActions::holdsWhatIsWanted() {
    if (!workspace_.asBoxesStand()) return true;
    showMessage(tr("A sheet holds what is wanted: Ctrl Shift J shows that again."));
    return false;
}

void SheetActions::exportAs() {
    if (!holdsWhatIsWanted()) return;
    const QString file =
        QFileDialog::getSaveFileName(window_, tr("Export"), shown(workspace_.setup().machine.name),
                                     tr("Bench sheet as PDF (*.pdf);;Bench sheet as HTML (*.html);;Drawing as SVG (*.svg)"));
    if (file.isEmpty()) return;
    const std::string name = QFile::encodeName(file).toStdString();
    const Sheet sheet = benchSheet(workspace_.setup(), workspace_.evaluation(), workspace_.repair().now());
    const SheetDrawn drawn{workspace_.setup(), workspace_.evaluation()};
    if (file.endsWith(QStringLiteral(".pdf"))) io::writeFileAtomically(name, sheetPdf(sheet, drawn));
    else if (file.endsWith(QStringLiteral(".svg"))) io::writeFileAtomically(name, bench_.svg());
    else if (file.endsWith(QStringLiteral(".html")))
        io::writeFileAtomically(name, io::sheetHtml(sheet, sheetFigures(sheet, drawn), desktopSpeech()));
    else {
        showMessage(tr("Nothing was written: the name must end in .pdf, .html or .svg."));
        return;
    }
    showMessage(tr("Written: %1").arg(file));
}

void SheetActions::printSheet() {
    if (!holdsWhatIsWanted()) return;
    QPrinter printer(QPrinter::HighResolution);
    printer.setPageSize(QPageSize(QPageSize::A4));
    printer.setDocName(shown(workspace_.setup().machine.name));
    QPrintDialog dialog(&printer, window_);
    dialog.setWindowTitle(tr("Print the bench sheet"));
    if (dialog.exec() != QDialog::Accepted) return;
    if (printTo(printer))
        showMessage(tr("The bench sheet of %1 was sent to %2.")
                        .arg(printer.docName(), printer.outputFileName().isEmpty() ? printer.printerName() : printer.outputFileName()));
    else showMessage(tr("The printer did not take the sheet. Export it as PDF instead (Ctrl+E)."));
}

bool SheetActions::printTo(QPrinter& printer) {
    Sheet sheet = benchSheet(workspace_.setup(), workspace_.evaluation(), workspace_.repair().now());
    if (workspace_.view() == session::kCarryView) sheet = onlyLeft(sheet, workspace_.carrying().boxes());
    return printSheetOn(printer, sheet, {workspace_.setup(), workspace_.evaluation()});
}

void SheetActions::saveTemplate() {
    const QString file =
        QFileDialog::getSaveFileName(window_, tr("Save as a template"),
                                     QString::fromStdString(workspace_.setup().machine.sizeClass) + QStringLiteral("-template.keel.json"),
                                     tr("Keelhaul setups (*.keel.json)"));
    if (file.isEmpty()) return;
    io::saveDocument(QFile::encodeName(file).toStdString(), asTemplate(workspace_.document().setup()));
    showMessage(
        tr("The template was written to %1. Open it, save it under the new model's name, and set what its machine gives.").arg(file));
}

}  // namespace kh::app
