// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/fieldsdialog.h"

#include "app/look/look.h"
#include "base/error.h"
#include "model/conditiontext.h"
#include "model/fieldpatterns.h"
#include "model/names.h"
#include "paint/look/theme.h"
#include "session/told.h"

#include <fmt/format.h>
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QScrollArea>
#include <QVBoxLayout>
#include <cmath>

namespace kh::app {

using namespace paint;

FieldsDialog::FieldsDialog(QWidget* parent, Workspace& workspace, const QString& title, const std::vector<FormField>& fields)
    : QDialog(parent), workspace_(workspace), refusal_(lookLabel(LabelLook::Refusal)) {
    setWindowTitle(title);
    auto* inner = new QWidget;
    auto* form = new QFormLayout(inner);
    form->setHorizontalSpacing(16);
    form->setVerticalSpacing(6);
    for (const FormField& f : fields) {
        const auto field = readField(workspace.setup(), f.path);
        if (!field) continue;
        QWidget* editor = nullptr;
        if (field->info.kind == FieldKind::Choice || !f.options.empty()) {
            auto* combo = new QComboBox;
            for (const Choice& c : field->info.choices)
                combo->addItem(words(c.caption != nullptr ? c.caption : c.id), QString::fromUtf8(c.id));
            for (const FormField::Option& o : f.options) combo->addItem(QString::fromStdString(o.label), QString::fromStdString(o.id));
            combo->setCurrentIndex(combo->findData(QString::fromStdString(std::get<std::string>(field->value))));
            editor = combo;
        } else if (field->info.kind == FieldKind::Flag) {
            auto* box = new QCheckBox(tr("yes"));
            box->setChecked(std::get<bool>(field->value));
            editor = box;
        } else {
            auto* line = new QLineEdit;
            if (std::holds_alternative<double>(field->value))
                line->setText(
                    words(say(field->info.unit.empty() ? "{v}" : "{v} {u}",
                              {{"v", num(std::get<double>(field->value), field->info.decimals)}, {"u", std::string(field->info.unit)}})));
            else if (std::holds_alternative<Condition>(field->value))
                line->setText(std::get<Condition>(field->value).empty()
                                  ? QString()
                                  : words(conditionTitle(workspace.setup().transmitter, std::get<Condition>(field->value))));
            else if (std::holds_alternative<std::vector<double>>(field->value)) {
                QStringList list;
                for (const double v : std::get<std::vector<double>>(field->value))
                    list << words(say("{v}", {{"v", num(v, field->info.decimals)}}));
                line->setText(list.join(QLatin1Char(' ')));
            } else if (std::holds_alternative<std::vector<std::string>>(field->value)) {
                QStringList names;
                for (const std::string& n : std::get<std::vector<std::string>>(field->value)) names << QString::fromStdString(n);
                line->setText(names.join(QStringLiteral(", ")));
            }
            line->setPlaceholderText(
                field->info.kind == FieldKind::When ? tr("on no switch")
                : field->info.mayBeUnknown
                    ? tr("not set, %1").arg(QString::fromUtf8(field->info.unit.data(), static_cast<qsizetype>(field->info.unit.size())))
                    : QString::fromUtf8(field->info.unit.data(), static_cast<qsizetype>(field->info.unit.size())));
            editor = line;
        }
        editor->setAccessibleName(words(f.label.c_str()));
        editor->setObjectName(QString::fromStdString(f.path));
        auto* cell = new QWidget;
        auto* column = new QVBoxLayout(cell);
        column->setContentsMargins(0, 0, 0, 4);
        column->setSpacing(2);
        column->addWidget(editor);
        column->addWidget(lookLabel(LabelLook::Muted, words(f.reason.c_str())));
        form->addRow(words(f.label.c_str()), cell);
        const auto* line = qobject_cast<QLineEdit*>(editor);
        rows_.push_back({f.path, *field, editor, line == nullptr ? QString() : line->text()});
    }
    auto* scroll = new QScrollArea;
    scroll->setWidget(inner);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    connect(buttons, &QDialogButtonBox::accepted, this, &FieldsDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(scroll, 1);
    layout->addWidget(refusal_);
    layout->addWidget(buttons);
    resize(620, std::min(640, 120 + 66 * static_cast<int>(rows_.size())));
}

QWidget* FieldsDialog::editor(const std::string& path) const {
    for (const Row& r : rows_)
        if (r.path == path) return r.editor;
    return nullptr;
}

std::optional<FieldValue> FieldsDialog::valueOf(const Row& row) const {
    if (const auto* combo = qobject_cast<QComboBox*>(row.editor)) return combo->currentData().toString().toStdString();
    if (const auto* box = qobject_cast<QCheckBox*>(row.editor)) return box->isChecked();
    Part part;
    part.field = row.path;
    const auto* line = qobject_cast<QLineEdit*>(row.editor);
    if (line->text() == row.shown) return row.field.value;  // rounded for showing, and not touched
    const QString text = line->text().trimmed();
    if (text.isEmpty() && row.field.info.mayBeUnknown) return std::monostate{};
    if (row.field.info.kind == FieldKind::Names) {
        std::vector<std::string> names;
        for (const QString& n : text.split(QLatin1Char(','), Qt::SkipEmptyParts)) names.push_back(n.trimmed().toStdString());
        return names;
    }
    return parsePart(workspace_.setup(), part, text.toStdString());
}

bool FieldsDialog::apply() {
    std::vector<Edit> edits;
    try {
        for (const Row& row : rows_)
            if (const auto value = valueOf(row); value && *value != row.field.value) edits.push_back({row.path, *value});
        if (!edits.empty()) workspace_.document().edit(windowTitle(), edits);
    } catch (const InputError& e) {
        refusal_->setText(told(workspace_.setup(), e));
        refusal_->show();
        return false;
    }
    return true;
}

void FieldsDialog::accept() {
    if (apply()) QDialog::accept();
}

const std::vector<FormField>& schoolFields() {
    static const std::vector<FormField> fields{
        {"transmitter.schools.throttle"_field, KH_TR("Take-off throttle"),
         KH_TR("Flat: one governed value in every mode. Classic: raised by the stick from zero in Normal, for a gentle start.")},
        {"transmitter.schools.entry"_field, KH_TR("Curve entry"),
         KH_TR("Points, or a straight line with an offset, where the box offers it.")},
        {"transmitter.schools.pitch"_field, KH_TR("Pitch curve"),
         KH_TR("One straight curve keeps the stick's feel in all aerobatic modes; one per mode is softer in Normal.")},
        {"transmitter.schools.agility"_field, KH_TR("Agility"),
         KH_TR("In one box only: °/s in the controller with a straight transmitter, or dual rate and expo in the transmitter.")},
        {"transmitter.schools.tailGain"_field, KH_TR("Tail gain"),
         KH_TR("Per flight mode, three steps on a switch of their own, or fixed in the controller.")},
        {"transmitter.schools.hold"_field, KH_TR("Hold"),
         KH_TR("Cut lies slightly below the throttle's end. Bail-out keeps the speed controller's idle value and needs a kill switch "
               "beside it.")},
        {"transmitter.schools.holdTail"_field, KH_TR("Tail in Hold"),
         KH_TR("Heading hold as everywhere, or rate mode for autorotations: then the tail follows the machine.")},
        {"transmitter.schools.holdSwitch"_field, KH_TR("Hold switch"),
         KH_TR("A switch of its own, or the mode switch's last place; reachable without letting go.")},
        {"transmitter.schools.midStick"_field, KH_TR("Mid stick"),
         KH_TR("0° for aerobatics; the hover at mid stick for scale and training.")},
        {"transmitter.schools.rescue"_field, KH_TR("Rescue"), KH_TR("Momentary, so that it cannot stay on; latched; or not used.")},
        {"transmitter.schools.order"_field, KH_TR("Channel order"), KH_TR("The controller's own order, or the one it has learned.")},
        {"transmitter.schools.end"_field, KH_TR("End of flight"),
         KH_TR("Timer, used charge or voltage alarm; two together are better than one.")},
    };
    return fields;
}

const std::vector<FormField>& alarmFields() {
    static const std::vector<FormField> fields{
        {"transmitter.timerMin"_field, KH_TR("Timer"), KH_TR("Minutes that leave a fifth of the charge; 0 is none.")},
        {"transmitter.alarms.timerStartPct"_field, KH_TR("Timer runs above"),
         KH_TR("Throttle above which the timer runs: it starts by itself.")},
        {"transmitter.alarms.usedMah"_field, KH_TR("Used charge"), KH_TR("Speaks when this much was taken from the pack.")},
        {"transmitter.alarms.voltsPerCell"_field, KH_TR("Pack voltage"), KH_TR("Speaks below this voltage a cell, under load.")},
        {"transmitter.alarms.headRpm"_field, KH_TR("Head speed"), KH_TR("Speaks below this head speed, where it is sent down.")},
        {"transmitter.alarms.voicePack"_field, KH_TR("Read the pack at power-up"),
         KH_TR("A pack that was flown already is noticed before it is flown again.")},
        {"machine.power.loggedMahPerMin"_field, KH_TR("Logged consumption"),
         KH_TR("From the flight log; the timer's minutes follow from it.")},
        {"machine.power.plannedMahPerMin"_field, KH_TR("Planned consumption"),
         KH_TR("The maker's or yours, until a flight was logged. First flight: 3 minutes, 4 with an engine.")},
    };
    return fields;
}

std::vector<FormField> holdFields(const TransmitterSettings& transmitter) {
    std::vector<FormField::Option> modes;
    for (const FlightMode& m : transmitter.modes)
        if (m.id != kHoldMode) modes.push_back({m.id, m.name});
    std::vector<FormField> out{
        {"transmitter.schools.hold"_field, KH_TR("School"),
         KH_TR("Cut lies slightly below the throttle's end. Bail-out keeps the speed controller's idle value and needs a kill switch.")},
        {"transmitter.hold.throttlePct"_field, KH_TR("Hold's throttle"),
         KH_TR("Judged in µs at the speed controller: 20 µs or more on the off side. Engine: its idle. Motor leads off while you set it.")},
        {"transmitter.hold.autorotationFrom"_field, KH_TR("Flies like"),
         KH_TR("The mode an autorotation begins in: hold takes its rates, expo and gain."), modes},
        {"transmitter.kill.throttlePct"_field, KH_TR("Kill's throttle"), KH_TR("Motor off for good; engine: closed.")},
        {"transmitter.cut.throttlePct"_field, KH_TR("Cut's throttle"), KH_TR("A floor for the throttle, momentary or latched.")},
        {"transmitter.hold.powerOnGuard"_field, KH_TR("Power-on guard"),
         KH_TR("The transmitter starts only with hold on, the base mode, the collective low and rescue off.")},
    };
    return out;
}

std::vector<FormField> failsafeFields(const TransmitterSettings& transmitter) {
    std::vector<FormField> out;
    static const std::map<std::string, const char*> labels{{"aileron", KH_TR("Aileron")},       {"elevator", KH_TR("Elevator")},
                                                           {"collective", KH_TR("Collective")}, {"rudder", KH_TR("Rudder")},
                                                           {"throttle", KH_TR("Throttle")},     {"gain", KH_TR("Tail gain")}};
    for (const ChannelSettings& c : transmitter.channels) {
        const auto label = labels.find(c.id);
        if (label == labels.end()) continue;
        const bool throttle = c.id == "throttle";
        out.push_back(
            {elementPath("transmitter.channels.{}.failsafePct"_field, c.id), label->second,
             throttle ? KH_TR("Without a signal the motor must stop: hold's value or below. Test it with the motor locked and hold off.")
                      : KH_TR("What the receiver sends when the signal is lost; empty: it keeps the last value.")});
        out.push_back({elementPath("transmitter.channels.{}.limitPct"_field, c.id), words(KH_TR("limit")).toStdString(),
                       KH_TR("Limit of this channel's output; empty: the transmitter's own.")});
    }
    return out;
}

std::vector<FormField> switchFields(const TransmitterSettings& transmitter) {
    static const std::map<std::string, const char*> reasons{
        {"rescue", KH_TR("Momentary, or off at power-on; never under the finger that works hold or kill.")},
        {"bail-out", KH_TR("Breaks off an autorotation; tried first on the ground, then at 30 m or more.")},
        {"timer", KH_TR("Only if the timer is not started by throttle.")},
        {"voice", KH_TR("Reads values out on demand.")}};
    std::vector<FormField> out;
    bool base = true;
    bool told = false;
    for (const FlightMode& m : transmitter.modes) {
        const bool hold = m.id == kHoldMode;
        if (base && !hold) {  // the base mode flies when no other is asked for
            base = false;
            continue;
        }
        const char* reason = hold   ? KH_TR("A two-position switch of its own, reachable without letting go of the collective stick.")
                             : told ? KH_TR("Outranks the modes above it.")
                                    : KH_TR("A switch at a place: L1 2. + is and, | is or.");
        told = told || !hold;
        out.push_back({elementPath("transmitter.modes.{}.when"_field, m.id), m.name, reason});
    }
    out.push_back({"transmitter.kill.when"_field, KH_TR("Kill"), KH_TR("Overrides everything, a bumped hold too.")});
    out.push_back({"transmitter.cut.when"_field, KH_TR("Cut"), KH_TR("A floor for the throttle, momentary or latched.")});
    for (const SwitchFunction& f : transmitter.functions) {
        const auto known = reasons.find(f.id);
        const bool gain = f.id.starts_with("gain");
        const QString name = words(functionTitle(transmitter, f.id));
        out.push_back({elementPath("transmitter.functions.{}.when"_field, f.id), name.toStdString(),
                       known != reasons.end() ? known->second
                       : gain                 ? KH_TR("A tail gain that replaces the mode's own while its switch is there.")
                                              : KH_TR("The controller's bank that is on there.")});
        if (gain)
            out.push_back({elementPath("transmitter.functions.{}.sentPct"_field, f.id), words(KH_TR("sent")).toStdString(),
                           KH_TR("What is sent then, signed; + is heading hold.")});
    }
    out.push_back({"transmitter.shared"_field, KH_TR("Declared as shared"),
                   KH_TR("Functions that stay on two switches, and switches that work two functions, by choice: hold, R2.")});
    return out;
}

std::vector<FormField> layoutFields(const Setup& setup) {
    std::vector<FormField::Option> known;
    for (const std::string& id : setup.controller.profile.layouts) known.push_back({id, words(id.c_str()).toStdString()});
    std::vector<FormField> out{
        {"controller.layout"_field, KH_TR("Layout in the controller"),
         KH_TR("Where the mix believes the balls to be. A wrong one couples the axes: the model darts aside when it should climb."), known},
        {"controller.customAzimuthsDeg"_field, KH_TR("Custom angles"),
         KH_TR("Of the balls from the nose, clockwise from above: elevator, left, right, fourth. Used with the layout custom.")},
        {"controller.customRadiiPct"_field, KH_TR("Custom radii"),
         KH_TR("Of the same balls, 100 the ring's; empty: all alike. A ball further out must travel further for the same tilt.")},
        {"controller.phaseDeg"_field, KH_TR("Phase in the controller"),
         KH_TR("+ turns the tilt clockwise from above; heads of many blades need it.")},
        {"machine.head.phaseDeg"_field, KH_TR("Phase of the head"), KH_TR("As built, from the maker's manual or found in flight.")},
    };
    for (const PlateServo& s : setup.machine.servos) {
        const std::string base = "machine.servos." + s.id;
        out.push_back({base + ".azimuthDeg", words(say(KH_TR("{s} ball, angle"), {{"s", s.id}})).toStdString(),
                       KH_TR("As built, from the nose, clockwise from above.")});
        out.push_back({base + ".ballRadiusMm", words(say(KH_TR("{s} ball, radius"), {{"s", s.id}})).toStdString(),
                       KH_TR("From the shaft's middle; empty: the plate's.")});
    }
    out.push_back({"machine.plate.ballRadiusMm"_field, KH_TR("Ball radius of the plate"), KH_TR("Where no servo has its own.")});
    return out;
}

}  // namespace kh::app
