// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/servobook.h"
#include "model/amounts.h"

#include "app/look/look.h"
#include "base/error.h"
#include "io/profile.h"
#include "paint/look/theme.h"
#include "session/told.h"
#include "stations/kit/row.h"

#include <QDialogButtonBox>
#include <QHeaderView>
#include <QPushButton>
#include <QVBoxLayout>
#include <array>

namespace kh::app {

using namespace paint;

namespace {

struct Column {
    const char* key;
    const char* title;
};
constexpr std::array kColumns{
    Column{"name", KH_TR("Servo")},         Column{"pulseUs", KH_TR("Pulse class")},  Column{"maxHz", KH_TR("Highest rate")},
    Column{"degPerUs", KH_TR("Travel")},    Column{"deadBandUs", KH_TR("Dead band")}, Column{"rangeDeg", KH_TR("Range ±")},
    Column{"splineTeeth", KH_TR("Spline")}, Column{"maxVolts", KH_TR("Volts to")},
};
/// Any servo of a setup: the table edits one put there.
struct Holder {
    Setup setup;
    std::string base;  ///< path of the servo in it, with its point
    explicit Holder(const ServoProfile& servo) {
        setup.machine.aircraft.facts().eachServo([&](const ServoPlace& place, Shared<ServoProfile>& fitted) {
            base = place.path + ".";
            fitted = servo;
        });
    }
    /// The servo as it is after an edit.
    [[nodiscard]] ServoProfile servo() const { return fittedServos(setup.machine).back().servo; }
};

}  // namespace

ServoBook::ServoBook(QWidget* parent, std::vector<ServoProfile> servos, std::filesystem::path folder)
    : QDialog(parent),
      servos_(servos),
      before_(std::move(servos)),
      folder_(std::move(folder)),
      table_(new QTableWidget),
      refusal_(lookLabel(LabelLook::Refusal)) {
    setWindowTitle(tr("Servo book"));
    auto* layout = new QVBoxLayout(this);
    const Tokens& t = Theme::tokens();
    layout->addWidget(lookLabel(LabelLook::Caution,
                                tr("From the servo's data sheet. Leave empty what you do not know: an unknown rate is driven at 50 Hz, a "
                                   "servo of unknown pulse class stays unplugged. A wide pulse drives a narrow servo to its stop and "
                                   "burns it.")));
    table_->setObjectName(QStringLiteral("servos"));
    table_->setAccessibleName(tr("Servos"));
    table_->setColumnCount(static_cast<int>(kColumns.size()));
    QStringList titles;
    for (const Column& c : kColumns) titles << words(c.title);
    table_->setHorizontalHeaderLabels(titles);
    for (int c = 0; c < table_->columnCount(); ++c)
        table_->horizontalHeaderItem(c)->setTextAlignment((c > 0 ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    table_->verticalHeader()->hide();
    table_->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    table_->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    table_->horizontalHeader()->setStyleSheet(
        QStringLiteral("QHeaderView::section{background:%1;color:%2;border:0;border-bottom:1px solid %2;padding:4px 8px}")
            .arg(t.sheet.name(), t.muted.name()));
    table_->horizontalHeader()->setHighlightSections(false);
    table_->setShowGrid(false);
    table_->setStyleSheet(QStringLiteral("QTableWidget::item{padding:0 8px}"));
    table_->setTabKeyNavigation(true);
    layout->addWidget(table_, 1);
    layout->addWidget(refusal_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Save | QDialogButtonBox::Cancel);
    auto* add = buttons->addButton(tr("Add a servo"), QDialogButtonBox::ActionRole);
    add->setAutoDefault(false);
    connect(add, &QPushButton::clicked, this, &ServoBook::addServo);
    connect(buttons, &QDialogButtonBox::accepted, this, &ServoBook::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    resize(860, 420);
    fill();
    connect(table_, &QTableWidget::itemChanged, this, &ServoBook::take);
}

void ServoBook::fill() {
    const QSignalBlocker quiet(table_);
    table_->setRowCount(static_cast<int>(servos_.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const Holder holder(servos_[static_cast<std::size_t>(row)]);
        for (int c = 0; c < table_->columnCount(); ++c) {
            const auto field = readField(holder.setup, holder.base + kColumns[static_cast<std::size_t>(c)].key);
            auto* item = new QTableWidgetItem(words(kh::show(holder.setup, holder.base + kColumns[static_cast<std::size_t>(c)].key)));
            if (c > 0) item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            if (std::holds_alternative<std::monostate>(field->value)) item->setForeground(Theme::tokens().warning);
            table_->setItem(row, c, item);
        }
    }
}

void ServoBook::take(QTableWidgetItem* item) {
    ServoProfile& servo = servos_[static_cast<std::size_t>(item->row())];
    Holder holder(servo);
    const std::string field = holder.base + kColumns[static_cast<std::size_t>(item->column())].key;
    refusal_->hide();
    try {
        const FieldValue value = parsePart(holder.setup, Part::of(Part::Entry{field}), item->text().toStdString());
        if (item->column() == 0 && std::get<std::string>(value).empty()) throw InputError("name", "a servo needs a name");
        writeField(holder.setup, field, value);
        servo = holder.servo();
    } catch (const InputError& e) {
        refusal_->setText(QStringLiteral("%1, %2: %3")
                              .arg(shown(servo.name), words(kColumns[static_cast<std::size_t>(item->column())].title),
                                   QString::fromStdString(e.problem())));
        refusal_->show();
    }
    fill();
}

void ServoBook::addServo() {
    ServoProfile servo;
    const auto known = [&](const std::string& id) {
        return std::any_of(servos_.begin(), servos_.end(), [&](const ServoProfile& s) { return s.id == id; });
    };
    int number = 1;
    while (known("own-" + std::to_string(number))) ++number;
    servo.id = "own-" + std::to_string(number);
    servo.name = tr("Servo %1").arg(number).toStdString();
    servo.version = 0;  // counts up when it is saved
    servos_.push_back(servo);
    fill();
    table_->setCurrentCell(table_->rowCount() - 1, 0);
    table_->setFocus();
}

void ServoBook::accept() {
    try {
        for (ServoProfile& servo : servos_) {
            if (std::find(before_.begin(), before_.end(), servo) != before_.end()) continue;
            ++servo.version;
            io::saveProfile(folder_, servo);
        }
    } catch (const std::exception& e) {
        refusal_->setText(session::told({}, e));
        refusal_->show();
        return;
    }
    QDialog::accept();
}

}  // namespace kh::app
