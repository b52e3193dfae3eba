// SPDX-License-Identifier: GPL-3.0-or-later
//
// A box of one's own: the one in use is copied into the pilot's folder and opened in the desktop's editor; each time it is saved
// there it is checked and taken as one change.
#include "app/shell/ownbox.h"

#include "base/error.h"
#include "io/profile.h"
#include "model/boxtables.h"
#include "model/topics.h"
#include "text/words.h"

#include <QFile>
#include <QFileInfo>
#include <QUrl>
#include <set>

namespace kh::app {

namespace {

constexpr const char* kOwn = "own-";

/// The box under an id and a name of its own; one that is the pilot's already stays as it is.
template <class P>
io::AnyProfile ownCopy(P profile) {
    if (!profile.id.starts_with(kOwn)) {
        profile.id = kOwn + profile.id;
        profile.name += OwnBoxes::tr(", own").toStdString();
        profile.version = 1;
    }
    return profile;
}

/// The setup with that box in place of the one of its kind: of the same id, or, where it was just chosen, whatever stands there. A
/// chosen servo takes the place of the one it is a copy of.
Setup withBox(Setup setup, const io::AnyProfile& box, bool chosen) {
    const auto put = [&](auto& fitted, const auto* own, bool meant) {
        if (own != nullptr && (fitted->id == own->id || (chosen && meant))) fitted = *own;
    };
    const auto* servo = std::get_if<ServoProfile>(&box);
    const auto copied = [&](const ServoProfile& fitted) { return servo != nullptr && kOwn + fitted.id == servo->id; };
    put(setup.transmitter.profile, std::get_if<TransmitterProfile>(&box), true);
    put(setup.controller.profile, std::get_if<ControllerProfile>(&box), true);
    put(setup.speedController.profile, std::get_if<SpeedControllerProfile>(&box), true);
    put(setup.machine.receiver, std::get_if<ReceiverProfile>(&box), true);
    setup.machine.aircraft.facts().eachServo([&](const ServoPlace&, Shared<ServoProfile>& fitted) { put(fitted, servo, copied(fitted)); });
    return setup;
}

}  // namespace

OwnBoxes::OwnBoxes(Lent lent) : Hand(std::move(lent)) {
    QObject::connect(&boxFiles_, &QFileSystemWatcher::fileChanged, &boxFiles_, [this](const QString& file) { takeBox(file); });
    QObject::connect(&boxFiles_, &QFileSystemWatcher::directoryChanged, &boxFiles_, [this] {
        for (const QString& file : std::as_const(boxNames_))
            if (!boxFiles_.files().contains(file) && QFileInfo::exists(file)) takeBox(file);
    });
}

void OwnBoxes::copyBox() {
    const Setup& s = workspace_.setup();
    std::vector<io::AnyProfile> boxes{ownCopy(*s.transmitter.profile), ownCopy(*s.controller.profile), ownCopy(*s.speedController.profile),
                                      ownCopy(*s.machine.receiver)};
    std::set<std::string> servos;  // each kind aboard once
    for (const FittedServo& fitted : fittedServos(s.machine))
        if (servos.insert(fitted.servo->id).second) boxes.push_back(ownCopy(*fitted.servo));
    std::vector<Offer> offers;
    offers.reserve(boxes.size());
    for (const io::AnyProfile& box : boxes)
        offers.push_back({shown(kh::nameOf(box)), words(kindTitle(kindOf(box))), [this, box] {
                              workspace_.attempt([&] {
                                  const std::filesystem::path folder = io::ownDataFolder();
                                  const std::filesystem::path file = io::profileFile(folder, box);
                                  if (!std::filesystem::exists(file)) io::saveProfile(folder, box);
                                  const QString name = QFile::decodeName(file.c_str());
                                  watchBox(name);
                                  const bool opened = places_.openOutside(QUrl::fromLocalFile(name));
                                  if (!takeBox(name, true)) return;  // why stands there
                                  showMessage(opened
                                                  ? tr("%1 is opened in your editor. Each time it is saved there it is checked and taken, "
                                                       "as a change that can be undone.")
                                                        .arg(name)
                                                  : tr("No editor took %1. Open it yourself: each time it is saved it is checked and "
                                                       "taken, as a change that can be undone.")
                                                        .arg(name));
                              });
                          }});
    lent_.ask(std::move(offers));
}

void OwnBoxes::noSuchPage() {
    const Part* part = workspace_.selectedPart();
    const Setup& s = workspace_.setup();
    const Typing typing = part == nullptr || part->field().empty() ? Typing{} : typingOf(s, part->field());
    if (typing.topic == nullptr) {
        showMessage(tr("Choose a setting that a box is asked for; then say that it has no such page."));
        return;
    }
    const Box of = typing.topic->box;
    const BoxKind kind = of == Box::Transmitter  ? BoxKind::Transmitter
                         : of == Box::Controller ? BoxKind::Controller
                                                 : BoxKind::SpeedController;
    const AnyBox was = boxIn(s, kind);
    const io::AnyProfile mended = withoutTopic(std::visit([](const auto& p) { return ownCopy(p); }, was), typing.topic->id);
    const QString what = words(typing.topic->title), name = shown(nameOf(mended));
    if (withoutTopic(was, typing.topic->id) == was) {
        showMessage(tr("The menu of %1 has no page for %2 already; it is asked for on a page of its own.").arg(name, what));
        return;
    }
    workspace_.attempt([&] {
        io::saveProfile(io::ownDataFolder(), mended);
        workspace_.setLibrary(io::loadLibrary(places_.data));
        workspace_.document().replace(tr("No page for %1").arg(what), holding(mended, s));
        showMessage(tr("%1 has no page for %2 any more: it is asked for on a page of its own, at the end. One change that can be undone.")
                        .arg(name, what));
    });
}

void OwnBoxes::watchBox(const QString& file) {
    // an editor that writes beside and renames ends the watch of the file: its folder tells when it is there again
    boxFiles_.addPath(QFileInfo(file).absolutePath());
    boxFiles_.removePath(file);
    if (QFileInfo::exists(file)) boxFiles_.addPath(file);
    boxNames_.insert(file);
}

bool OwnBoxes::takeBox(const QString& file, bool chosen) {
    watchBox(file);  // before it is read: what is saved from now on is told again
    const QString name = QFileInfo(file).fileName();
    try {
        const std::string text = io::readFile(QFile::encodeName(file).toStdString());
        if (text.empty()) return true;  // cut short before it is written: the next change has it
        const io::AnyProfile box = io::parseAnyProfile(text);
        workspace_.setLibrary(io::loadLibrary(places_.data));
        const Setup after = withBox(workspace_.setup(), box, chosen);
        if (after == workspace_.setup()) return true;  // saved as it was, or of a box this model has not
        const QString title = shown(kh::nameOf(box));
        if (!workspace_.attempt([&] { workspace_.document().replace(tr("Take %1").arg(title), after); })) return false;
        showMessage(tr("%1 was taken as it was saved; one change that can be undone.").arg(title));
        return true;
    } catch (const InputError& e) {
        showMessage(tr("%1 was not taken: %2: %3. What is open stays as it was.")
                        .arg(name, QString::fromStdString(e.field()), QString::fromStdString(e.problem())));
    } catch (const io::FileError&) {  // it is being replaced
        return true;
    }
    return false;
}

}  // namespace kh::app
