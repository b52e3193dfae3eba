// SPDX-License-Identifier: GPL-3.0-or-later
//
// A box's part of the sheet, from the description and the box's own menu: a page's settings are rows, or a table where its lists have
// more than one setting an element. Beside them stands what they come to at the machine.
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/boxsettings.h"
#include "model/conditiontext.h"
#include "model/fieldtable.h"
#include "model/menu.h"
#include "procedure/registry.h"
#include "procedure/rounding.h"
#include "procedure/sheetbuilder.h"
#include "procedure/typedpages.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>
#include <set>
#include <span>
#include <utility>

namespace kh {

namespace {

using Beside = Message (*)(const SheetBuilder&, const std::string& element);

// --- what settings come to -------------------------------------------------------------------------------------------------

Message holdPulse(const SheetBuilder& b, const std::string&) { return SheetBuilder::shown(b.evaluation.figures.holdUs); }
Message gainRead(const SheetBuilder& b, const std::string& mode) {
    const ModeFigures* f = b.evaluation.figures.mode(mode);
    return f == nullptr ? Message{} : say(KH_TR("reads {g}"), {{"g", SheetBuilder::shown(f->gainRead)}});
}
Message headSpeed(const SheetBuilder& b, const std::string& mode) {
    const ModeFigures* f = b.evaluation.figures.mode(mode);
    return f == nullptr ? say(KH_TR("–")) : SheetBuilder::shown(f->headRpm);
}
Message bladeAngles(const SheetBuilder& b, const std::string& mode) {
    const ModeFigures* f = b.evaluation.figures.mode(mode);
    if (f == nullptr) return say(KH_TR("–"));
    return say(KH_TR("{l} … {h}"), {{"l", SheetBuilder::shown(f->pitchLow)}, {"h", SheetBuilder::shown(f->pitchHigh)}});
}
Message pulses(const SheetBuilder& b, const std::string& channel) {
    const ChannelFigures* f = b.evaluation.figures.channel(channel);
    if (f == nullptr || !f->lowUs.known) return say(KH_TR("–"));
    return say(KH_TR("{a} … {b}"), {{"a", num(f->lowUs.value)}, {"b", num(f->highUs.value)}});
}
Message readings(const SheetBuilder& b, const std::string& channel) {
    const ChannelFigures* f = b.evaluation.figures.channel(channel);
    if (f == nullptr || !f->lowReading.known || channel == kThrottleChannel) return say(KH_TR("–"));
    return say(KH_TR("{a} … {b}"), {{"a", signedNum(f->lowReading.value, 1)}, {"b", signedNum(f->highReading.value, 1)}});
}
Message servoOf(const SheetBuilder& b, const std::string& port) {
    for (const PortSettings& p : b.setup.controller.ports)
        if (p.id == port) return asWord(p.role);
    return {};
}
template <const char* const& Text>
Message words(const SheetBuilder&, const std::string&) {
    return say(Text);
}
/// In which modes a bank can be flown.
Message flownIn(const SheetBuilder& b, const std::string& bank) {
    if (!b.evaluation.simulated) return say(KH_TR("–"));
    const ChainModel model(b.setup);
    std::vector<Message> modes;
    std::size_t flown = 0;
    for (const FlightMode& m : b.setup.transmitter.modes) {
        const std::set<std::size_t> banks = banksIn(b.setup, model, m);
        if (!banks.empty()) ++flown;
        const auto& all = b.setup.controller.banks;
        if (std::any_of(banks.begin(), banks.end(), [&](std::size_t at) { return at < all.size() && all[at].id == bank; }))
            modes.push_back(say(KH_TR("{m}"), {{"m", m.name}}));
    }
    if (modes.empty()) return say(KH_TR("no mode"));
    return modes.size() == flown ? say(KH_TR("every mode")) : say(KH_TR("{list}"), {{"list", modes}});
}
constexpr const char* kMixes = KH_TR("the controller mixes");
constexpr const char* kMotorOff = KH_TR("motor off");
constexpr const char* kFullPower = KH_TR("full power");
constexpr const char* kACell = KH_TR("a cell");
Message whoMixes(const SheetBuilder& b, const std::string&) {
    return b.setup.transmitter.swashMixing == SwashMixing::Off ? say(kMixes) : Message{};
}

Message timerOver(const SheetBuilder& b, const std::string&) {
    return b.setup.transmitter.alarms.timerFollows == TimerFollows::Stick ? say(KH_TR("of the collective stick"))
                                                                          : say(KH_TR("of throttle"));
}

/// Beside one field.
struct FieldBeside {
    std::string_view pattern;
    Beside beside;
};
constexpr std::array kBeside{
    FieldBeside{"transmitter.swashMixing"_field, whoMixes},
    FieldBeside{"transmitter.hold.throttlePct"_field, holdPulse},
    FieldBeside{"transmitter.modes.{}.tailGainPct"_field, gainRead},
    FieldBeside{"transmitter.alarms.timerStartPct"_field, timerOver},
    FieldBeside{"transmitter.alarms.voltsPerCell"_field, words<kACell>},
    FieldBeside{"controller.ports.{}.reversed"_field, servoOf},
    FieldBeside{"controller.ports.{}.trimUs"_field, servoOf},
    FieldBeside{"speedController.lowUs"_field, words<kMotorOff>},
    FieldBeside{"speedController.highUs"_field, words<kFullPower>},
};
/// A further column of a table that has this topic.
struct TableBeside {
    std::string_view topic;
    const char* heading;
    Beside beside;
};
constexpr std::array kColumns{
    TableBeside{"travel"_topic, KH_TR("pulse µs"), pulses},        TableBeside{"travel"_topic, KH_TR("reads %"), readings},
    TableBeside{"throttle-curve"_topic, KH_TR("head"), headSpeed}, TableBeside{"pitch-curve"_topic, KH_TR("blade"), bladeAngles},
    TableBeside{"servo-direction"_topic, KH_TR("servo"), servoOf}, TableBeside{"bank-rates"_topic, KH_TR("flown in"), flownIn}};

// --- the page --------------------------------------------------------------------------------------------------------------

/// The column of a setting in a table: what it is, with its unit.
Message heading(const SheetBuilder& b, const FieldPattern& p) {
    Message name = say(p.title.brief != nullptr ? p.title.brief : p.title.title);
    for (auto g = p.groups.rbegin(); g != p.groups.rend(); ++g) name = say(KH_TR("{group} {field}"), {{"group", say(*g)}, {"field", name}});
    const std::string unit = p.info.kind == FieldKind::Number ? unitOf(b.setup, p.pattern()) : std::string();
    return unit.empty() ? name : say(KH_TR("{name} {unit}"), {{"name", name}, {"unit", unit}});
}

class PageWriter {
public:
    PageWriter(const SheetBuilder& b, const std::vector<std::string>& paths, SheetPart& part, const TypedPage& page)
        : b_(b), paths_(paths), part_(part), page_(page) {}

    void write(Box box) {
        if (std::any_of(page_.topics.begin(), page_.topics.end(), [](const Topic* t) { return t->id == "channel-order"; }))
            channelOrder(*topicOf(box, "channel-order"));
        for (const TypedGroup& g : typedGroups(b_.setup, box, page_, paths_)) group(g);
    }

private:
    [[nodiscard]] Message nameOf(const std::string& list, const std::string& id) const {
        const FieldTable& table = FieldTable::of(b_.setup);
        const ListPattern* pattern = table.listOf(list);
        const void* element = table.element(b_.setup, *pattern, id);
        return element == nullptr ? plainWords(id) : pattern->access.name(element);
    }
    [[nodiscard]] Message beside(const FieldPattern& p, const std::string& path, const std::string& element) const {
        if (p.info.kind == FieldKind::When) {
            const auto words = placeWords(b_.setup.transmitter, std::get<Condition>(readField(b_.setup, path)->value));
            return words.empty() ? Message{} : say(KH_TR("{list}"), {{"list", words}});
        }
        for (const FieldBeside& f : kBeside)
            if (f.pattern == p.pattern()) return f.beside(b_, element);
        for (const StationEntry& station : stationsOf(b_.setup).entries())
            for (const FigureBeside& f : station.beside)
                if (f.field == p.pattern()) return SheetBuilder::shown(f.figure(b_.evaluation.figures));
        return {};
    }

    void group(const TypedGroup& g) {
        const TypedSetting& first = g.settings.front();
        if (g.elements.empty()) {
            const std::string path = typedPath(b_.setup, first, {});
            plain(*first.topic).rows.push_back(b_.field(fieldTitle(b_.setup, path), path, beside(*first.pattern, path, {})));
            return;
        }
        if (g.isCurve()) curves(first, g.elements);
        else if (g.settings.size() > 1) table(g.settings, g.elements);
        else
            for (const std::string& id : g.elements) {
                const std::string path = typedPath(b_.setup, first, id);
                plain(*first.topic).rows.push_back(b_.field(nameOf(first.pattern->list, id), path, beside(*first.pattern, path, id)));
            }
    }

    /// Without the unit, which the heading has; words whole. What the plan makes of it stands beside it.
    [[nodiscard]] Message cell(const std::string& path, FieldKind kind) const {
        const auto text = [&](const FieldValue& v) {
            return kind == FieldKind::Number || kind == FieldKind::Whole ? showBare(b_.setup, path, v) : show(b_.setup, path, v);
        };
        const auto then = b_.planned.find(path);
        const Message now = text(readField(b_.setup, path)->value);
        return then == b_.planned.end() ? now : SheetBuilder::becomes(now, text(then->second));
    }
    void table(std::span<const TypedSetting> settings, const std::vector<std::string>& elements) {
        SheetSection& section = begin(settings.front());
        for (const TypedSetting& s : settings) section.columns.push_back(heading(b_, *s.pattern));
        const std::vector<const TableBeside*> more = columnsOf(settings);
        for (const TableBeside* column : more) section.columns.push_back(say(column->heading));
        for (const std::string& id : elements) {
            SheetRow row{nameOf(settings.front().pattern->list, id), {}, {}, Standing::Proved, {}, {}};
            for (const TypedSetting& s : settings) {
                const std::string path = typedPath(b_.setup, s, id);
                row.cells.push_back(path.empty() ? Message{} : cell(path, s.pattern->info.kind));
                if (path.empty()) continue;
                row.changed = row.changed || b_.planned.count(path) != 0;
                row.standing = std::min(row.standing, standingOf(b_.setup, path));
                row.fields.push_back(path);
            }
            for (const TableBeside* column : more) row.cells.push_back(column->beside(b_, id));
            section.rows.push_back(std::move(row));
        }
    }

    /// A curve of every mode as it is typed: the points with their place of the stick, of a line its ends and its offset; then what
    /// they come to.
    void curves(const TypedSetting& setting, const std::vector<std::string>& elements) {
        SheetSection& section = begin(setting);
        const FieldPattern& p = *setting.pattern;
        const auto now = [&](const std::string& id) {
            return std::get<Curve>(readField(b_.setup, typedPath(b_.setup, setting, id))->value);
        };
        const auto then = [&](const std::string& id) {
            const auto planned = b_.planned.find(typedPath(b_.setup, setting, id));
            return planned == b_.planned.end() ? now(id) : std::get<Curve>(planned->second);
        };
        std::set<double> places;
        for (const std::string& id : elements)
            for (const Curve& c : {now(id), then(id)})
                for (const CurvePoint& point : c.points) places.insert(point.x);
        const std::string unit = unitOf(b_.setup, p.pattern());
        for (const double x : places)
            section.columns.push_back(say(KH_TR("{unit} at {x}"), {{"unit", unit}, {"x", num(x, x == std::round(x) ? 0 : 1)}}));
        section.columns.push_back(say(KH_TR("form")));
        const std::vector<const TableBeside*> more = columnsOf(std::span(&setting, 1));
        for (const TableBeside* column : more) section.columns.push_back(say(column->heading));
        for (const std::string& id : elements) {
            const std::string path = typedPath(b_.setup, setting, id);
            const Curve is = now(id), becomes = then(id);
            SheetRow row{nameOf(p.list, id), {}, {}, standingOf(b_.setup, path), {}, {path}, !(is == becomes)};
            const auto typed = [&](const Curve& c, double x) -> std::optional<double> {
                const auto at = std::find_if(c.points.begin(), c.points.end(), [&](const CurvePoint& point) { return point.x == x; });
                return at == c.points.end() ? std::nullopt : std::optional(at->y - c.offsetPct);
            };
            const auto value = [&](const std::optional<double>& y) {
                return y ? say(KH_TR("{v}"), {{"v", bare(amount(b_.setup, path, *y))}}) : say(KH_TR("–"));
            };
            const auto form = [&](const Curve& c) {
                if (c.shape != CurveShape::Line) return say(shapeId(c.shape));
                return say(KH_TR("line, offset {o}"), {{"o", amount(b_.setup, path, c.offsetPct, Amount::Kind::Difference)}});
            };
            for (const double x : places) {
                const auto was = typed(is, x), after = typed(becomes, x);
                row.cells.push_back(was == after ? (was ? value(was) : Message{}) : SheetBuilder::becomes(value(was), value(after)));
            }
            const bool sameForm = is.shape == becomes.shape && is.offsetPct == becomes.offsetPct;
            row.cells.push_back(sameForm ? form(is) : SheetBuilder::becomes(form(is), form(becomes)));
            for (const TableBeside* column : more) row.cells.push_back(column->beside(b_, id));
            section.rows.push_back(std::move(row));
        }
    }

    /// Which channel a function comes on, as the controller is told: what is typed stands with the transmitter.
    void channelOrder(const Topic& topic) {
        for (const ChannelSettings& c : b_.setup.transmitter.channels) {
            const std::string path = elementPath("transmitter.channels.{}.number"_field, c.id);
            plain(topic).rows.push_back(
                {channelTitle(c.id), say(KH_TR("channel {n}"), {{"n", amount(b_.setup, path)}}), {}, standingOf(b_.setup, path)});
        }
    }

    static std::vector<const TableBeside*> columnsOf(std::span<const TypedSetting> settings) {
        std::vector<const TableBeside*> out;
        for (const TableBeside& column : kColumns)
            if (std::any_of(settings.begin(), settings.end(), [&](const TypedSetting& s) { return s.topic->id == column.topic; }))
                out.push_back(&column);
        return out;
    }
    /// A section of its own: the page's, or, further down the page, its topic's within the page.
    SheetSection& begin(const TypedSetting& setting) {
        rows_ = false;
        part_.sections.push_back({title(setting.topic->title), {}, {}});
        return part_.sections.back();
    }
    /// The section of rows that is being written, begun where there is none.
    SheetSection& plain(const Topic& topic) {
        if (!rows_) part_.sections.push_back({title(topic.title), {}, {}});
        rows_ = true;
        return part_.sections.back();
    }
    Message title(const char* more) {
        const Message page = say(KH_TR("{t}"), {{"t", page_.title}});
        return std::exchange(begun_, true) ? say(KH_TR("{page}: {more}"), {{"page", page}, {"more", say(more)}}) : page;
    }

    const SheetBuilder& b_;
    const std::vector<std::string>& paths_;
    SheetPart& part_;
    const TypedPage& page_;
    bool begun_ = false;
    bool rows_ = false;  ///< the last section is one of rows
};

/// Where and how the box is told what is not simply typed in its own menu, and what must be done before it acts.
void howItIsSet(const SheetBuilder& b, Box box, SheetPart& part) {
    SheetSection section{say(KH_TR("How this box is set")), {}, {}};
    for (const BoxSetting& s : settingsOf(b.setup, box)) {
        const Topic* topic = topicOf(box, s.id);
        const std::vector<Message> words = settingWords(b.setup, box, s);
        if (topic == nullptr || words.empty() || (topic->has != nullptr && !topic->has(b.setup))) continue;
        section.rows.push_back({say(topic->title), say(KH_TR("{list}"), {{"list", words}}), {}, Standing::Default, {}, {}});
    }
    if (!section.rows.empty()) part.sections.push_back(std::move(section));
}

/// What is wanted and cannot be typed exactly, with what that leaves at the machine.
void whatItRounds(const SheetBuilder& b, Box box, const std::vector<std::string>& paths, SheetPart& part) {
    SheetSection section{say(KH_TR("Rounded in this box")), {}, {}};
    for (const std::string& path : paths)
        if (fieldHome(path).box == box)
            if (const auto r = roundingOf(b.setup, path))
                section.rows.push_back({fieldTitle(b.setup, path),
                                        show(b.setup, path, r->held),
                                        say(KH_TR("{t}. Left by that: {l}"), {{"t", r->text}, {"l", r->leaves}}),
                                        Standing::Default,
                                        {},
                                        {}});
    if (!section.rows.empty()) part.sections.push_back(std::move(section));
}

}  // namespace

SheetPart boxPart(const SheetBuilder& b, Box box, const std::string& name) {
    SheetPart part{box, name, {}};
    const std::vector<std::string> paths = allPaths(b.setup);
    howItIsSet(b, box, part);
    for (const TypedPage& page : orderOfTyping(b.setup, box)) PageWriter(b, paths, part, page).write(box);
    whatItRounds(b, box, paths, part);
    return part;
}

}  // namespace kh
