// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/boxesdialog.h"

#include "paint/look/theme.h"
#include "procedure/move.h"
#include "session/document.h"
#include "text/words.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <algorithm>

namespace kh::app {

namespace {

constexpr int kAsItIs = -1;  ///< data of the entry that changes nothing
constexpr int kToldWidth = 460, kToldHeight = 150;

/// The entry that was chosen; nullptr for what stays.
template <class Profile>
const Profile* entry(const std::vector<Profile>& list, const QComboBox* box) {
    const int at = box->currentData().toInt();
    return at == kAsItIs ? nullptr : &list[static_cast<std::size_t>(at)];
}

/// Without controllers that fly no such machine.
io::Library flying(const Setup& setup, io::Library library) {
    if (const auto flownBy = setup.machine.aircraft.of().flownBy; flownBy != nullptr)
        std::erase_if(library.controllers, [&](const ControllerProfile& box) { return !flownBy(box); });
    return library;
}

}  // namespace

template <class Profile>
QComboBox* BoxesDialog::combo(const char* name, const std::vector<Profile>& list, const Profile& now, bool mixed) {
    auto* box = new QComboBox(this);
    box->setObjectName(QString::fromLatin1(name));
    box->addItem(mixed ? BoxesDialog::tr("as they are, not all the same") : BoxesDialog::tr("%1, as in the document").arg(shown(now.name)),
                 kAsItIs);
    for (std::size_t i = 0; i < list.size(); ++i) box->addItem(shown(list[i].name), static_cast<int>(i));
    return box;
}

BoxesDialog::BoxesDialog(QWidget* parent, const Setup& setup, const io::Library& library)
    : QDialog(parent),
      library_(flying(setup, library)),
      solve_(new QCheckBox(tr("Solve the settings anew: the machine does the same"), this)),
      told_(new QPlainTextEdit(this)),
      setup_(setup) {
    setWindowTitle(tr("Boxes and servos"));
    transmitter_ = combo("transmitter", library_.transmitters, *setup.transmitter.profile, false);
    controller_ = combo("controller", library_.controllers, *setup.controller.profile, false);
    speedController_ = combo("speed-controller", library_.speedControllers, *setup.speedController.profile, false);
    auto* form = new QFormLayout(this);
    form->addRow(tr("Transmitter"), transmitter_);
    form->addRow(tr("Controller"), controller_);
    form->addRow(tr("Speed controller"), speedController_);
    for (const FittedServo& fitted : fittedServos(setup.machine)) {
        const auto group = std::find_if(groups_.begin(), groups_.end(), [&](const ServoGroup& g) { return g.id == fitted.place.group; });
        if (group == groups_.end()) groups_.push_back({fitted.place.group, fitted.place.title, fitted.servo});
        else group->mixed = group->mixed || fitted.servo != group->first;
    }
    for (ServoGroup& group : groups_) {
        group.box = combo(group.id.c_str(), library_.servos, group.first, group.mixed);
        form->addRow(words(group.title), group.box);
    }
    solve_->setObjectName(QStringLiteral("solve"));
    solve_->setChecked(true);
    form->addRow(solve_);
    told_->setObjectName(QStringLiteral("told"));
    told_->setAccessibleName(tr("What the other box changes"));
    told_->setReadOnly(true);
    told_->setTabChangesFocus(true);
    told_->setMinimumSize(kToldWidth, kToldHeight);
    form->addRow(told_);
    for (QComboBox* box : {transmitter_, controller_}) connect(box, &QComboBox::currentIndexChanged, this, &BoxesDialog::tell);
    connect(solve_, &QCheckBox::toggled, this, &BoxesDialog::tell);
    tell();
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

template <class Profile>
void BoxesDialog::take(Shared<Profile>& into, const std::vector<Profile>& list, const QComboBox* box) {
    if (const Profile* profile = entry(list, box)) into = *profile;
}

Setup BoxesDialog::withBoxes(Setup now, std::vector<Message>& lines) const {
    const auto move = [&](const auto* profile, auto& held) {
        if (profile == nullptr || *held == *profile) return;
        if (!solve_->isChecked()) {
            held = *profile;
            return;
        }
        Move done = moveTo(now, *profile, session::nowStamp());
        for (Message& line : moveText(now, done)) lines.push_back(std::move(line));
        now = std::move(done.setup);
    };
    move(entry(library_.transmitters, transmitter_), now.transmitter.profile);
    move(entry(library_.controllers, controller_), now.controller.profile);
    return now;
}

void BoxesDialog::tell() {
    std::vector<Message> lines;
    (void)withBoxes(setup_, lines);
    QStringList text;
    for (const Message& line : lines) text << words(line);
    if (text.isEmpty())
        text << (solve_->isChecked() ? tr("Choose another transmitter or controller to see what it changes.")
                                     : tr("Every number stays as it stands: what it does at the machine is another thing then."));
    told_->setPlainText(text.join(QLatin1Char('\n')));
}

Setup BoxesDialog::chosen(Setup after) const {
    std::vector<Message> lines;
    after = withBoxes(std::move(after), lines);
    take(after.speedController.profile, library_.speedControllers, speedController_);
    after.machine.aircraft.facts().eachServo([&](const ServoPlace& place, Shared<ServoProfile>& servo) {
        for (const ServoGroup& group : groups_)
            if (group.id == place.group) take(servo, library_.servos, group.box);
    });
    return after;
}

}  // namespace kh::app
