// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/boxbook.h"

#include "base/error.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh::session {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t kMostUndone = 200;

template <class Each>
void eachOf(const io::Library& library, Each each) {
    for (const auto& p : library.transmitters) each(AnyBox(p));
    for (const auto& p : library.controllers) each(AnyBox(p));
    for (const auto& p : library.speedControllers) each(AnyBox(p));
    for (const auto& p : library.servos) each(AnyBox(p));
    for (const auto& p : library.receivers) each(AnyBox(p));
}

bool sameBox(const AnyBox& a, const AnyBox& b) { return kindOf(a) == kindOf(b) && idOf(a) == idOf(b); }

std::size_t openIn(const AnyBox& box) {
    const auto* unknown = unknownOf(box);
    return unknown == nullptr ? 0 : unknown->size();
}

bool standsIn(const fs::path& file) {
    std::error_code ec;
    return fs::exists(file, ec);
}

}  // namespace

BoxBook::BoxBook(std::vector<fs::path> data, fs::path own) : data_(std::move(data)), own_(std::move(own)) {
    if (!own_.empty() && std::find(data_.begin(), data_.end(), own_) == data_.end()) data_.insert(data_.begin(), own_);
    reload({});
    if (!boxes_.empty()) lookAt(0);
}

void BoxBook::reload(const std::vector<Setup>& models) {
    models_ = models;
    library_ = io::loadLibrary(data_);
    problems_ = library_.problems;
    boxes_.clear();
    const auto add = [&](const AnyBox& box, bool own) {
        ListedBox listed{box, own, openIn(box)};
        for (const Setup& s : models_)
            if (copyIn(s, box)) listed.usedBy.push_back(s.machine.name);
        boxes_.push_back(std::move(listed));
    };
    eachOf(library_, [&](const AnyBox& box) { add(box, !own_.empty() && standsIn(io::profileFile(own_, box))); });
    for (const BoxDraft& d : own_.empty() ? std::vector<BoxDraft>() : io::loadDrafts(own_, problems_)) {
        const auto there = std::find_if(boxes_.begin(), boxes_.end(), [&](const ListedBox& b) { return sameBox(b.box, d.box); });
        if (there == boxes_.end()) add(d.box, true);  // half described: no profile yet
        else if (there->own) there->open = openIn(d.box);
    }
    std::stable_sort(boxes_.begin(), boxes_.end(), [](const ListedBox& a, const ListedBox& b) { return kindOf(a.box) < kindOf(b.box); });
}

bool BoxBook::isOwn() const {
    const int at = current();
    return at >= 0 && boxes_[static_cast<std::size_t>(at)].own;
}

int BoxBook::current() const {
    const auto found = std::find_if(boxes_.begin(), boxes_.end(), [&](const ListedBox& b) { return sameBox(b.box, draft_.box); });
    return found == boxes_.end() ? -1 : static_cast<int>(found - boxes_.begin());
}

std::string BoxBook::onDisk(const AnyBox& box) const {
    if (own_.empty()) return {};
    const fs::path file = io::draftFile(own_, box);
    return standsIn(file) ? io::readFile(file) : std::string();
}

void BoxBook::show(const AnyBox& box, bool own) {
    past_.clear();
    future_.clear();
    written_ = own ? onDisk(box) : std::string();
    draft_ = draftOf(box);
    if (written_.empty()) return;
    try {
        BoxDraft described = io::parseDraft(written_);
        // changed in an editor since it was described: what stands there holds, the answers are kept
        if (described.box != box && !contradictionOf(described)) described.box = box;
        draft_ = std::move(described);
    } catch (const InputError& e) {
        problems_.push_back(fmt::format("{}: {}", io::draftFile(own_, box).string(), e.what()));
    }
}

void BoxBook::lookAt(std::size_t index) { show(boxes_.at(index).box, boxes_.at(index).own); }

bool BoxBook::lookAt(BoxKind kind, const std::string& id) {
    for (std::size_t i = 0; i < boxes_.size(); ++i)
        if (kindOf(boxes_[i].box) == kind && idOf(boxes_[i].box) == id) {
            lookAt(i);
            return true;
        }
    return false;
}

std::string BoxBook::freeName(BoxKind kind, const std::string& wanted) const {
    std::string name = wanted;
    const auto taken = [&] {
        return std::any_of(boxes_.begin(), boxes_.end(), [&](const ListedBox& b) {
            return kindOf(b.box) == kind && (nameOf(b.box) == name || idOf(b.box) == idFromName(name));
        });
    };
    for (int n = 2; taken(); ++n) name = fmt::format("{} {}", wanted, n);
    return name;
}

void BoxBook::write(const BoxDraft& draft) {
    io::saveDraft(own_, draft);
    written_ = onDisk(draft.box);
}

void BoxBook::describe(const AnyBox& from, const std::string& name) {
    BoxDraft draft = beginDraft(from, freeName(kindOf(from), name));
    io::saveDraft(own_, draft);
    reload(models_);
    lookAt(kindOf(draft.box), idOf(draft.box));
}

void BoxBook::duplicate(const std::string& name) {
    const std::string free = freeName(kindOf(draft_.box), name);
    BoxDraft copy = draft_;
    copy.box = renamed(copy.box, idFromName(free), free);
    copy.taken = false;
    io::saveDraft(own_, copy);
    reload(models_);
    lookAt(kindOf(copy.box), idOf(copy.box));
}

void BoxBook::import(const std::string& text) {
    const AnyBox box = io::parseAnyProfile(text);
    for (const ListedBox& b : boxes_)
        if (sameBox(b.box, box) && b.box != box)
            throw InputError("id", fmt::format("{} stands in the list already, and says something else; rename the one or remove the other",
                                               nameOf(b.box)));
    io::saveDraft(own_, draftOf(box));
    reload(models_);
    lookAt(kindOf(box), idOf(box));
}

void BoxBook::remove() {
    const int at = current();
    if (at < 0 || !isOwn()) throw InputError("name", fmt::format("{} ships with Keelhaul and stays in the list", nameOf(draft_.box)));
    if (const auto& users = boxes_[static_cast<std::size_t>(at)].usedBy; !users.empty())
        throw InputError("name",
                         fmt::format("{} is used by {}; choose another box there first", nameOf(draft_.box), fmt::join(users, ", ")));
    std::error_code ec;
    fs::remove(io::draftFile(own_, draft_.box), ec);
    fs::remove(io::profileFile(own_, draft_.box), ec);
    reload(models_);
    if (!boxes_.empty()) lookAt(static_cast<std::size_t>(std::clamp(at - 1, 0, static_cast<int>(boxes_.size()) - 1)));
}

void BoxBook::requireMine() {
    if (onDisk(draft_.box) == written_) return;
    const AnyBox mine = draft_.box;
    reload(models_);
    if (!lookAt(kindOf(mine), idOf(mine))) lookAt(0);
    throw InputError("description", fmt::format("{} was changed in another window: it was read again, answer it once more", nameOf(mine)));
}

std::string BoxBook::commit(BoxDraft next) {
    if (next == draft_) return {};
    std::string copied;
    if (!isOwn()) {  // what ships stays as it is
        copied = freeName(kindOf(draft_.box), nameOf(draft_.box) + ", own");
        const bool named = nameOf(next.box) != nameOf(draft_.box);
        if (named) copied = freeName(kindOf(draft_.box), nameOf(next.box));
        next.box = renamed(next.box, idFromName(copied), copied);
        next.taken = false;
    } else {
        requireMine();
    }
    if (next.taken) {
        std::visit([](auto& p) { ++p.version; }, next.box);
        next.taken = false;
    }
    const AnyBox before = draft_.box;
    if (isOwn() && nameOf(before) != nameOf(next.box) && std::visit([](const auto& p) { return p.version; }, next.box) == 1) {
        // nobody has it yet: its file takes its name
        const bool used = boxes_[static_cast<std::size_t>(current())].usedBy.empty();
        const std::string id = idFromName(nameOf(next.box));
        const bool free = std::none_of(boxes_.begin(), boxes_.end(), [&](const ListedBox& b) {
            return kindOf(b.box) == kindOf(before) && idOf(b.box) == id && idOf(b.box) != idOf(before);
        });
        if (!free) throw InputError("name", fmt::format("\"{}\" stands in the list already", nameOf(next.box)));
        if (used) next.box = renamed(next.box, id, nameOf(next.box));
    }
    write(next);
    if (isOwn() && idOf(before) != idOf(next.box)) {
        std::error_code ec;
        fs::remove(io::draftFile(own_, before), ec);
        fs::remove(io::profileFile(own_, before), ec);
        past_.clear();  // what is taken back would be another box
    } else if (copied.empty()) {
        past_.push_back(draft_);
        if (past_.size() > kMostUndone) past_.erase(past_.begin());
    }
    future_.clear();
    const bool listed = copied.empty() && idOf(before) == idOf(next.box);
    draft_ = std::move(next);
    if (listed) relist();
    else reload(models_);
    return copied;
}

void BoxBook::relist() {
    ListedBox& listed = boxes_.at(static_cast<std::size_t>(current()));
    listed.box = draft_.box;
    listed.open = openIn(draft_.box);
    if (contradictionOf(draft_)) return;
    const auto put = [](auto& list, const auto* box) {
        if (box == nullptr) return;
        for (auto& one : list)
            if (one.id == box->id) one = *box;
    };
    put(library_.transmitters, std::get_if<TransmitterProfile>(&draft_.box));
    put(library_.controllers, std::get_if<ControllerProfile>(&draft_.box));
    put(library_.speedControllers, std::get_if<SpeedControllerProfile>(&draft_.box));
    put(library_.servos, std::get_if<ServoProfile>(&draft_.box));
    put(library_.receivers, std::get_if<ReceiverProfile>(&draft_.box));
}

void BoxBook::standAt(const std::string& key) {
    if (draft_.at == key) return;
    draft_.at = key;
    if (isOwn() && onDisk(draft_.box) == written_) write(draft_);
}

void BoxBook::undo() {
    if (past_.empty()) return;
    requireMine();
    BoxDraft back = past_.back();
    back.at = draft_.at;
    write(back);
    past_.pop_back();
    future_.push_back(draft_);
    draft_ = std::move(back);
    relist();
}

void BoxBook::redo() {
    if (future_.empty()) return;
    requireMine();
    BoxDraft next = future_.back();
    write(next);
    future_.pop_back();
    past_.push_back(draft_);
    draft_ = std::move(next);
    relist();
}

void BoxBook::taken() {
    if (!isOwn() || draft_.taken) return;
    draft_.taken = true;
    write(draft_);
}

}  // namespace kh::session
