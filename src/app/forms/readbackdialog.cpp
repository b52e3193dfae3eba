// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/readbackdialog.h"

#include "app/look/look.h"
#include "base/error.h"
#include "io/document.h"
#include "io/readbackfile.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "session/told.h"
#include "text/words.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <algorithm>

namespace kh::app {

namespace {

constexpr int kFieldWidth = 240;

}  // namespace

ReadBackDialog::ReadBackDialog(QWidget* parent, session::Workspace& workspace, Box box)
    : QDialog(parent), workspace_(workspace), box_(box), note_(lookLabel(LabelLook::Muted, {})) {
    const Setup& setup = workspace_.document().setup();
    setWindowTitle(tr("%1, read back").arg(kh::shown(boxName(setup, box))));
    auto* layout = new QVBoxLayout(this);
    note_->setObjectName(QStringLiteral("note"));
    note_->setWordWrap(true);
    note_->setText(tr("Go through its pages from the top and type what each shows. What stays empty is not known; a page needs one value at "
                      "least. Pack out, or motor leads off."));
    layout->addWidget(note_);
    auto* pages = new QWidget;
    auto* form = new QFormLayout(pages);
    form->setFieldGrowthPolicy(QFormLayout::FieldsStayAtSizeHint);
    for (const CarryBox& b : workspace_.carrying().boxes()) {
        if (b.box != box) continue;
        for (const CarryPage& page : b.pages) {
            auto* heading = new QLabel(words(page.title.c_str()));
            heading->setFont(paint::Theme::font(15, true));
            form->addRow(heading);
            for (const CarryLine& line : page.lines) {
                auto* field = new QLineEdit;
                const QString name = words(line.name);
                field->setAccessibleName(tr("%1: what stands in the box").arg(name));
                field->setObjectName(QString::fromStdString(line.path));
                field->setPlaceholderText(line.had.empty() ? QString() : tr("last known %1").arg(words(line.hadReads)));
                field->setMinimumWidth(kFieldWidth);
                form->addRow(line.unit.empty() ? name : QStringLiteral("%1, %2").arg(name, words(line.unit.c_str())), field);
                fields_[line.path] = field;
            }
        }
    }
    auto* scroll = new QScrollArea;
    scroll->setWidget(pages);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    layout->addWidget(scroll, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    auto* take = buttons->addButton(tr("It stands so"), QDialogButtonBox::AcceptRole);
    take->setObjectName(QStringLiteral("take"));
    const auto source = [&](const char* id, const QString& name, auto act) {
        auto* button = buttons->addButton(name, QDialogButtonBox::ActionRole);
        button->setObjectName(QString::fromLatin1(id));
        button->setAutoDefault(false);
        connect(button, &QPushButton::clicked, this, act);
    };
    if (const ShownValues comes = asItComes(setup, box); !comes.empty())
        source("factory", tr("As it comes"),
               [this, comes] { fill(comes, tr("Filled in as it comes from its factory: look at each page before it is taken.")); });
    source("model", tr("From another model…"), [this] { fromModel(); });
    source("file", tr("From a file…"), [this] { fromFile(); });
    connect(buttons, &QDialogButtonBox::accepted, this, &ReadBackDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    resize(720, 620);
}

void ReadBackDialog::fill(const ShownValues& values, const QString& told) {
    for (const auto& [path, text] : values) {
        const auto field = fields_.find(path);
        if (field == fields_.end()) continue;
        filled_[path] = QString::fromStdString(text);
        field->second->setText(filled_[path]);
    }
    note_->setText(told);
}

void ReadBackDialog::fromFile() {
    const QString file = QFileDialog::getOpenFileName(this, tr("Read a box back"), {}, tr("Read back (*.csv *.txt *.json);;All files (*)"));
    if (file.isEmpty()) return;
    try {
        workspace_.carrying().takeBack(io::parseReadBack(io::readFile(QFile::encodeName(file).toStdString())));
        QDialog::accept();
    } catch (const std::exception& e) {
        note_->setText(session::told(workspace_.document().setup(), e));
    }
}

void ReadBackDialog::fromModel() {
    const QString file = QFileDialog::getOpenFileName(this, tr("The model whose memory was copied"), {},
                                                      tr("Keelhaul setups (*.keel.json);;All files (*)"));
    if (file.isEmpty()) return;
    try {
        const Setup other = io::loadDocument(QFile::encodeName(file).toStdString()).setup;
        fill(asCopied(workspace_.document().setup(), other, box_),
             tr("Filled in as the memory of %1 holds it: look at each page before it is taken.").arg(kh::shown(other.machine.name)));
    } catch (const std::exception& e) {
        note_->setText(session::told(workspace_.document().setup(), e));
    }
}

void ReadBackDialog::accept() {
    ReadBack read;
    read.box = box_;
    bool seen = !filled_.empty();
    for (const auto& [path, field] : fields_) {
        const QString text = field->text().trimmed();
        if (text.isEmpty()) continue;
        const auto from = filled_.find(path);
        seen = seen && from != filled_.end() && from->second == text;
        read.values.emplace_back(path, text.toStdString());
    }
    if (seen) read.by = InBoxBy::Seen;
    try {
        workspace_.carrying().takeBack(read);
    } catch (const InputError& e) {  // said here, where it is seen; nothing is taken
        note_->setText(session::told(workspace_.document().setup(), e));
        if (const auto field = fields_.find(e.field()); field != fields_.end()) field->second->setFocus();
        return;
    }
    QDialog::accept();
}

}  // namespace kh::app
