// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/fieldtable.h"

#include "model/pathvisitor.h"

#include <memory>
#include <mutex>

namespace kh {

namespace {

/// Walks a Setup with one element in every list and notes where each field lies.
class TableWriter final : public PathVisitor {
public:
    explicit TableWriter(Setup& prototype) : base_(reinterpret_cast<const char*>(&prototype)) {}
    std::vector<FieldPattern> patterns;
    std::vector<ListPattern> lists;

private:
    bool beginGroup(const char* key) override {
        const char* name = groupName();
        groups_.push_back(name);
        return PathVisitor::beginGroup(key);
    }
    void endGroup() override {
        groups_.pop_back();
        PathVisitor::endGroup();
    }
    std::size_t beginList(const char* key, std::size_t) override {
        const char* name = groupName();
        const auto* list = static_cast<const char*>(container());
        PathVisitor::beginList(key, 1);
        lists.push_back({path(), name, aircraft_ != nullptr, list - base(), shared_, elementAccess()});
        groupsOutside_ = std::move(groups_);
        groups_.clear();
        return 1;
    }
    void endList() override {
        groups_ = std::move(groupsOutside_);
        PathVisitor::endList();
    }
    bool beginItem(std::size_t, const std::string&) override {
        element_ = static_cast<const char*>(container());
        if (held_ != nullptr) heldElement_ = element_;
        elementPath_ = path();
        return true;
    }
    void endItem() override { element_ = heldElement_ = nullptr; }
    void beginShared(const SharedAccess& access) override {
        const char* around = element_ != nullptr ? element_ : base();
        shared_ = SharedHop{static_cast<const char*>(access.holder) - around, access.read, access.edit};
        held_ = static_cast<const char*>(access.value);
    }
    void endShared() override {
        shared_.reset();
        held_ = nullptr;
    }
    void beginAircraft(void* base) override { aircraft_ = static_cast<const char*>(base); }
    void endAircraft() override { aircraft_ = nullptr; }
    [[nodiscard]] const char* base() const { return held_ != nullptr ? held_ : aircraft_ != nullptr ? aircraft_ : base_; }
    bool takesAll() const override { return true; }
    bool writes() const override { return true; }  // its lists get an element each

    FieldPattern& add(const char* key, const void* value, const FieldInfo& info) {
        FieldPattern p;
        p.info = info;
        p.info.home = home();
        p.title = title();
        p.scale = std::make_shared<const Scale>(Scale{std::string(info.unit), 1.0, 0.0, info.decimals, info.sign,
                                                      info.unit == "%" || info.unit == "°", 0.0, Scale::Writing::Number});
        p.test = test();
        for (const char* name : groups_)
            if (name != nullptr) p.groups.push_back(name);
        const std::string whole = leafPath(key);
        const auto* at = static_cast<const char*>(value);
        if (element_ != nullptr) {  // of a list in a shared group, or of one whose elements hold a shared group
            const bool within = held_ != nullptr && element_ != heldElement_;
            p.list = elementPath_;
            p.within = whole.substr(elementPath_.size() + 1);
            if (within) p.shared = shared_;
            p.offset = at - (within ? held_ : element_);
        } else {
            p.shared = shared_;
            p.within = whole;
            p.ofAircraft = aircraft_ != nullptr;
            p.offset = at - base();
        }
        patterns.push_back(std::move(p));
        return patterns.back();
    }
    static FieldInfo numeric(FieldKind kind, const NumberSpec& spec, bool unknown = false) {
        FieldInfo info{kind, unknown, spec.min, spec.max, spec.unit, spec.decimals, spec.counts || kind == FieldKind::Whole, {}};
        info.sign = spec.min < 0.0 && -spec.min >= spec.max && !spec.plain;
        return info;
    }
    static FieldInfo plain(FieldKind kind, bool unknown = false) { return {kind, unknown, 0, 0, "", 0, false, {}}; }
    void number(const char* key, double& v, const NumberSpec& spec) override { add(key, &v, numeric(FieldKind::Number, spec)); }
    void maybe(const char* key, std::optional<double>& v, const NumberSpec& spec) override {
        add(key, &v, numeric(FieldKind::Number, spec, true));
    }
    void whole(const char* key, int& v, const NumberSpec& spec) override { add(key, &v, numeric(FieldKind::Whole, spec)); }
    void flag(const char* key, bool& v) override {
        FieldInfo info = plain(FieldKind::Flag);
        info.flagWords = flagWords();
        add(key, &v, info);
    }
    void text(const char* key, std::string& v) override { add(key, &v, plain(FieldKind::Text)); }
    void choice(const char* key, int&, std::span<const Choice> choices) override {
        FieldInfo info = plain(FieldKind::Choice);
        info.choices = choices;
        add(key, choiceAccess().value, info).choice = choiceAccess();
    }
    void numbers(const char* key, std::vector<double>& v, const NumberSpec& spec) override {
        add(key, &v, numeric(FieldKind::Numbers, spec));
    }
    void names(const char* key, std::vector<std::string>& v) override { add(key, &v, plain(FieldKind::Names)); }
    void maybeNames(const char* key, std::optional<std::vector<std::string>>& v) override { add(key, &v, plain(FieldKind::Names, true)); }
    void curve(const char* key, Curve& v, const CurveSpec& spec) override {
        FieldInfo info{FieldKind::CurvePoints, false, spec.yMin, spec.yMax, "%", 1, false, {}};
        info.sign = spec.yMin < 0.0;
        add(key, &v, info).curve = spec;
    }
    void condition(const char* key, Condition& v) override { add(key, &v, plain(FieldKind::When)); }

    const char* base_;
    const char* aircraft_ = nullptr;  ///< while its facts are described
    const char* element_ = nullptr;
    std::optional<SharedHop> shared_;    ///< while a shared group is described
    const char* held_ = nullptr;         ///< its value
    const char* heldElement_ = nullptr;  ///< an element of a list within it
    std::string elementPath_;
    std::vector<const char*> groups_, groupsOutside_;
};

}  // namespace

FieldTable::FieldTable(const AircraftClass& aircraft) {
    Setup prototype;
    prototype.machine.aircraft = Aircraft(aircraft.blank());
    TableWriter writer(prototype);
    describe(writer, prototype);
    patterns_ = std::move(writer.patterns);
    lists_ = std::move(writer.lists);
    for (std::size_t i = 0; i < patterns_.size(); ++i)
        if (patterns_[i].list.empty()) single_[patterns_[i].within] = i;
        else listed_[patterns_[i].list][patterns_[i].within] = i;
}

const FieldTable& FieldTable::of(const AircraftClass& aircraft) {
    static const FieldTable usual(*aircraftClasses().front());
    if (&aircraft == aircraftClasses().front()) return usual;
    static std::mutex guard;
    static std::map<const AircraftClass*, std::unique_ptr<const FieldTable>> others;
    const std::scoped_lock lock(guard);
    std::unique_ptr<const FieldTable>& table = others[&aircraft];
    if (table == nullptr) table.reset(new FieldTable(aircraft));
    return *table;
}

const FieldPattern* anyPatternOf(std::string_view path) {
    for (const AircraftClass* aircraft : aircraftClasses())
        if (const FieldPattern* pattern = FieldTable::of(*aircraft).patternOf(path)) return pattern;
    return nullptr;
}

FieldTable::Parts FieldTable::split(std::string_view path) const {
    for (const ListPattern& list : lists_) {
        if (path.size() <= list.path.size() + 1 || !path.starts_with(list.path) || path[list.path.size()] != '.') continue;
        const std::string_view rest = path.substr(list.path.size() + 1);
        const std::size_t point = rest.find('.');
        if (point == std::string_view::npos) return {&list, rest, {}};
        return {&list, rest.substr(0, point), rest.substr(point + 1)};
    }
    return {};
}

const ListPattern* FieldTable::listOf(std::string_view path) const {
    for (const ListPattern& list : lists_)
        if (path == list.path) return &list;
    return split(path).list;
}

const FieldPattern* FieldTable::patternOf(std::string_view path) const {
    if (const auto one = single_.find(path); one != single_.end()) return &patterns_[one->second];
    const Parts parts = split(path);
    if (parts.list == nullptr || parts.within.empty()) return nullptr;
    const auto& fields = listed_.at(parts.list->path);
    const auto field = fields.find(parts.within);
    return field == fields.end() ? nullptr : &patterns_[field->second];
}

namespace {

/// Where the fields of a Setup, or of its aircraft's facts, are counted from.
char* startOf(Setup& setup, bool ofAircraft) {
    return ofAircraft ? static_cast<char*>(setup.machine.aircraft.facts().base()) : reinterpret_cast<char*>(&setup);
}

/// From what is around it to the value of a shared group, or no further where there is none.
char* through(char* around, const std::optional<SharedHop>& shared, bool toEdit) {
    if (!shared) return around;
    void* holder = around + shared->offset;
    return static_cast<char*>(toEdit ? shared->edit(holder) : const_cast<void*>(shared->read(holder)));
}

}  // namespace

const void* FieldTable::element(const Setup& setup, const ListPattern& list, std::string_view id) const {
    // a Setup that is only read may be looked at through the table
    return list.access.find(through(startOf(const_cast<Setup&>(setup), list.ofAircraft), list.shared, false) + list.offset, id);
}

std::vector<std::string> FieldTable::elements(const Setup& setup, const ListPattern& list) const {
    return list.access.ids(through(startOf(const_cast<Setup&>(setup), list.ofAircraft), list.shared, false) + list.offset);
}

std::optional<FieldPlace> FieldTable::find(const Setup& setup, std::string_view path) const {
    return locate(const_cast<Setup&>(setup), path, false);  // nothing is written through a place that was found so
}

std::optional<FieldPlace> FieldTable::findToEdit(Setup& setup, std::string_view path) const { return locate(setup, path, true); }

std::optional<FieldPlace> FieldTable::locate(Setup& setup, std::string_view path, bool toEdit) const {
    if (const auto one = single_.find(path); one != single_.end()) {
        const FieldPattern& p = patterns_[one->second];
        return FieldPlace{&p, through(startOf(setup, p.ofAircraft), p.shared, toEdit) + p.offset, nullptr, nullptr};
    }
    const FieldPattern* p = patternOf(path);
    const Parts parts = split(path);
    if (p == nullptr || parts.list == nullptr) return std::nullopt;
    const ListPattern& list = *parts.list;
    char* element =
        static_cast<char*>(list.access.find(through(startOf(setup, list.ofAircraft), list.shared, toEdit) + list.offset, parts.id));
    if (element == nullptr || (p->test != nullptr && !p->test(element))) return std::nullopt;
    return FieldPlace{p, through(element, p->shared, toEdit) + p->offset, &list, element};
}

}  // namespace kh
