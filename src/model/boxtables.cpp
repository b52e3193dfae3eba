// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxtables.h"

#include "model/accepted.h"
#include "model/boxcells.h"
#include "model/carried.h"
#include "model/inboxes.h"
#include "model/names.h"
#include "model/topics.h"

#include <fmt/format.h>
#include <algorithm>
#include <set>

namespace kh {

namespace {

constexpr int kMostBanks = 8;
constexpr double kAtFull = 100.0;  ///< what a scale is asked at, beside 0

std::vector<CellWord> topicWords(Box box) {
    std::vector<CellWord> out;
    for (const Topic& t : topics())
        if (t.box == box) out.push_back({std::string(t.id), say(t.title)});
    return out;
}

/// Every word of the program that a box may have another for: choices of what it asks for, channels by their number.
std::vector<CellWord> programWords(const AnyBox& box) {
    std::vector<CellWord> out;
    std::set<std::string> seen;
    const auto add = [&](const Topic& topic, const std::string& id, Message word) {
        const std::string whole = fmt::format("{}:{}", topic.id, id);
        if (seen.insert(whole).second) out.push_back({whole, say(KH_TR("{topic}: {word}"), {{"topic", say(topic.title)}, {"word", word}})});
    };
    for (const FieldPattern& p : FieldTable::of(Setup{}).patterns()) {
        const Topic* topic = topicOf(p.info.home.box, p.info.home.topic);
        if (topic == nullptr || topic->box != boxOf(kindOf(box))) continue;
        if (p.info.kind == FieldKind::Flag)
            for (const char* word : {p.info.flagWords.on, p.info.flagWords.off}) add(*topic, word, say(word));
        for (const Choice& c : p.info.choices) add(*topic, c.id, say(c.caption == nullptr ? c.id : c.caption));
    }
    if (const auto* tx = std::get_if<TransmitterProfile>(&box))
        for (int n = 1; n <= tx->channels; ++n)
            add(*topicOf(Box::Transmitter, "channel-number"_topic), std::to_string(n), asTyped(std::to_string(n)));
    return out;
}

std::vector<CellWord> takenWords() {
    std::vector<CellWord> out;
    for (const char* family : kCarriedFamilies) {
        const bool banks = std::string_view(family) == "bank";
        for (int n = 1; n <= (banks ? kMostBanks : 1); ++n) {
            const std::string id = banks ? fmt::format("bank-{}", n) : family;
            out.push_back({id, functionTitle({}, id)});
        }
    }
    return out;
}

template <class E>
std::vector<Cell<E>> cellsOf(const AnyBox& box);

template <>
std::vector<Cell<SwitchProfile>> cellsOf(const AnyBox&) {
    using S = SwitchProfile;
    Cell<S> places = numberCell(say(KH_TR("places")), &S::places);
    places.column.words = {{"2", asTyped("2")}, {"3", asTyped("3")}};
    places.set = [column = places.column](S& s, const std::string& text) {
        s.places = static_cast<int>(numberIn(column, wordIn(column, text)));
        if (s.words.size() != static_cast<std::size_t>(s.places)) s.words.clear();
    };
    Cell<S> springs = pickCell<S, bool>("transmitter.profile.switches.{}.momentary", &S::momentary);
    springs.column.title = say(KH_TR("springs back"));
    const BoxColumn called{say(KH_TR("its places are called"))};
    return {textCell(say(KH_TR("switch")), &S::id),
            places,
            springs,
            textCell(say(KH_TR("where it sits")), &S::where),
            {called, [](const S& s) { return joinedWords(s.words); },
             [called](S& s, const std::string& text) {
                 std::vector<std::string> words = partsOf(text);
                 if (!words.empty() && words.size() != static_cast<std::size_t>(s.places))
                     throw InputError(render(called.title),
                                      fmt::format("{} words for {} places; one a place is needed, or none", words.size(), s.places));
                 s.words = std::move(words);
             }}};
}

const std::vector<MenuEntry>* menuOf(const AnyBox& box) {
    return std::visit(
        [](const auto& p) -> const std::vector<MenuEntry>* {
            if constexpr (requires { p.menu; }) return &p.menu;
            else return nullptr;
        },
        box);
}

template <>
std::vector<Cell<MenuEntry>> cellsOf(const AnyBox& box) {
    using M = MenuEntry;
    BoxColumn under{say(KH_TR("reached from"))};
    for (const M& page : *menuOf(box)) under.words.push_back({page.id, asTyped(page.title)});
    const BoxColumn asked{say(KH_TR("what is typed there")), topicWords(boxOf(kindOf(box))), true};
    return {textCell(say(KH_TR("page")), &M::title),
            {asked,
             [asked](const M& m) {
                 std::vector<Message> captions;
                 for (const std::string& id : m.topics)
                     for (const CellWord& w : asked.words)
                         if (w.id == id) captions.push_back(w.caption);
                 return captions.empty() ? asTyped("") : say("{list}", {{"list", captions}});
             },
             [asked](M& m, const std::string& text) {
                 std::vector<std::string> ids;
                 std::vector<std::pair<std::string, std::string>> known;
                 for (const CellWord& w : asked.words) known.emplace_back(w.id, render(w.caption));
                 for (const std::string& part : listedWords(text, known)) {
                     ids.push_back(wordIn(asked, part));
                     if (std::count(ids.begin(), ids.end(), ids.back()) > 1)
                         throw InputError(render(asked.title), fmt::format("{} stands twice", part));
                 }
                 m.topics = std::move(ids);
             }},
            pickCell<M, PageOrder>("transmitter.profile.menu.{}.order", &M::order),
            wordsCell(under, &M::under),
            textCell(say(KH_TR("only of firmware")), &M::firmware)};
}

template <>
std::vector<Cell<BoxWord>> cellsOf(const AnyBox& box) {
    return {wordsCell(BoxColumn{say(KH_TR("the program says")), programWords(box)}, &BoxWord::id),
            textCell(say(KH_TR("the box says")), &BoxWord::says)};
}

template <>
std::vector<Cell<BoxScale>> cellsOf(const AnyBox& box) {
    using S = BoxScale;
    const BoxColumn none{say(KH_TR("shows for 0"))}, full{say(KH_TR("shows for 100"))};
    return {wordsCell(BoxColumn{say(KH_TR("what")), topicWords(boxOf(kindOf(box)))}, &S::id),
            textCell(say(KH_TR("unit")), &S::unit),
            {none, [](const S& s) { return asTyped(plainNumber(s.offset)); },
             [none](S& s, const std::string& text) {
                 const double at = numberIn(none, text);
                 s.perUnit = (s.offset + s.perUnit * kAtFull - at) / kAtFull;  // what it shows for 100 stays
                 s.offset = at;
             }},
            {full, [](const S& s) { return asTyped(plainNumber(s.offset + s.perUnit * kAtFull)); },
             [full](S& s, const std::string& text) { s.perUnit = (numberIn(full, text) - s.offset) / kAtFull; }},
            numberCell(say(KH_TR("decimals")), &S::decimals),
            numberCell(say(KH_TR("in steps of")), &S::step)};
}

template <>
std::vector<Cell<BoxSetting>> cellsOf(const AnyBox& box) {
    using S = BoxSetting;
    const std::vector<CellWord> known = topicWords(boxOf(kindOf(box)));
    return {wordsCell(BoxColumn{say(KH_TR("what")), known}, &S::id),
            pickCell<S, SetAt>("transmitter.profile.settings.{}.at", &S::at),
            pickCell<S, SetHow>("transmitter.profile.settings.{}.how", &S::how),
            pickCell<S, SetActs>("transmitter.profile.settings.{}.acts", &S::acts),
            maybeCell(say(KH_TR("least")), &S::low),
            maybeCell(say(KH_TR("most")), &S::high),
            maybeCell(say(KH_TR("as it comes")), &S::factory),
            wordsCell(BoxColumn{say(KH_TR("sets too")), known}, &S::with)};
}

template <>
std::vector<Cell<BoxExport>> cellsOf(const AnyBox& box) {
    BoxColumn setting{say(KH_TR("setting it stands for"))};
    const Setup model = holding(box);
    for (const std::string& path : settingsIn(model, boxOf(kindOf(box)))) setting.words.push_back({path, fieldTitle(model, path)});
    return {textCell(say(KH_TR("key in its text export")), &BoxExport::key), wordsCell(setting, &BoxExport::setting)};
}

template <>
std::vector<Cell<TakenWindow>> cellsOf(const AnyBox&) {
    return {wordsCell(BoxColumn{say(KH_TR("function")), takenWords()}, &TakenWindow::id),
            numberCell(say(KH_TR("from, %")), &TakenWindow::lowPct), numberCell(say(KH_TR("to, %")), &TakenWindow::highPct)};
}

template <>
std::vector<Cell<CheckWindow>> cellsOf(const AnyBox&) {
    BoxColumn state{say(KH_TR("check point"))};
    for (const char* id : kCheckStates) state.words.push_back({id, checkTitle(id)});
    return {wordsCell(state, &CheckWindow::id), numberCell(say(KH_TR("from, %")), &CheckWindow::lowPct),
            numberCell(say(KH_TR("to, %")), &CheckWindow::highPct)};
}

/// Calls `work` with the list of a table. @return false for a box that has none of that key
template <class W>
bool withList(AnyBox& box, std::string_view key, W work) {
    return std::visit(
        [&](auto& p) {
            if constexpr (requires { p.switches; })
                if (key == "switches") return work(p.switches), true;
            if constexpr (requires { p.menu; }) {
                if (key == "menu") return work(p.menu), true;
                if (key == "words") return work(p.words), true;
                if (key == "scales") return work(p.scales), true;
                if (key == "settings") return work(p.settings), true;
                if (key == "exports") return work(p.exports), true;
            }
            if constexpr (requires { p.takes; })
                if (key == "takes") return work(p.takes), true;
            if constexpr (requires { p.checks; })
                if (key == "checks") return work(p.checks), true;
            return false;
        },
        box);
}

/// An id of its own for a page or a line of the export: its title or key as an id.
template <class E>
void giveId(E& element, const std::string& called, const std::vector<E>& others) {
    const std::string wanted = idFromName(called).empty() ? "page" : idFromName(called);
    std::string id = wanted;
    for (int n = 2; std::any_of(others.begin(), others.end(), [&](const E& o) { return o.id == id; }); ++n)
        id = fmt::format("{}-{}", wanted, n);
    element.id = id;
}

/// What a word or a page would be mistaken for.
template <class E>
std::string usedTwice(const std::vector<E>& list, const E& element, std::size_t row) {
    for (std::size_t i = 0; i < list.size(); ++i) {
        if (i == row) continue;
        if constexpr (std::is_same_v<E, BoxWord>) {
            const auto topic = [](const std::string& id) { return id.substr(0, id.find(':')); };
            if (!element.says.empty() && list[i].says == element.says && topic(list[i].id) == topic(element.id))
                return fmt::format("\"{}\" stands for another word of the same setting: whoever types it could mean either", element.says);
        }
        if constexpr (std::is_same_v<E, BoxExport>)
            if (list[i].key == element.key) return fmt::format("\"{}\" stands in another row", element.key);
        if constexpr (std::is_same_v<E, MenuEntry>)
            if (list[i].title == element.title && list[i].under == element.under && list[i].firmware == element.firmware)
                return fmt::format("\"{}\" stands in another row", element.title);
    }
    return {};
}

}  // namespace

std::vector<std::string> listedWords(const std::string& text, const std::vector<std::pair<std::string, std::string>>& known) {
    std::vector<std::string> out;
    const std::string low = lower(text);
    for (std::size_t at = 0; at < text.size();) {
        if (text[at] == ' ' || text[at] == ',') {
            ++at;
            continue;
        }
        const std::pair<std::string, std::string>* best = nullptr;
        std::size_t longest = 0;
        for (const auto& word : known)
            for (const std::string& form : {lower(word.second), lower(word.first)}) {
                const std::size_t end = low.find_first_not_of(' ', at + form.size());
                if (form.size() > longest && low.compare(at, form.size(), form) == 0 && (end == std::string::npos || low[end] == ',')) {
                    best = &word;
                    longest = form.size();
                }
            }
        const std::size_t end = best != nullptr ? at + longest : std::min(text.find(',', at), text.size());
        out.push_back(best != nullptr ? best->first : trimmedText(std::string_view(text).substr(at, end - at)));
        at = end;
    }
    return out;
}

bool isBoxTable(std::string_view key) {
    constexpr std::array kTables{"switches", "menu", "words", "scales", "settings", "exports", "checks", "takes"};
    return std::find(kTables.begin(), kTables.end(), key) != kTables.end();
}

BoxTable boxTable(const AnyBox& box, std::string_view key) {
    BoxTable out;
    AnyBox copy = box;
    withList(copy, key, [&]<class E>(std::vector<E>& list) {
        const std::vector<Cell<E>> cells = cellsOf<E>(box);
        for (const Cell<E>& c : cells) out.columns.push_back(c.column);
        for (const E& e : list) {
            std::vector<Message>& row = out.rows.emplace_back();
            for (const Cell<E>& c : cells) row.push_back(c.get(e));
        }
    });
    return out;
}

AnyBox withCell(AnyBox box, std::string_view key, std::size_t row, std::size_t column, const std::string& typed) {
    const std::string text = trimmedText(typed);
    AnyBox out = box;
    withList(out, key, [&]<class E>(std::vector<E>& list) {
        const std::vector<Cell<E>> cells = cellsOf<E>(box);
        const Cell<E>& cell = cells.at(column);
        const std::string title = render(cell.column.title);
        const bool begins = row >= list.size();
        if (begins && column != 0) throw InputError(title, fmt::format("a row begins with its {}", render(cells.front().column.title)));
        if (column == 0 && isNothing(text)) throw InputError(title, "is empty; a row is taken away by Del");
        E element = begins ? E{} : list[row];
        cell.set(element, text);
        std::vector<E> others = list;
        if (!begins) others.erase(others.begin() + static_cast<std::ptrdiff_t>(row));
        if constexpr (std::is_same_v<E, BoxExport>)
            if (column == 0) giveId(element, element.key, others);
        if constexpr (std::is_same_v<E, MenuEntry>) {
            if (column == 0) {
                const std::string was = element.id;
                giveId(element, element.title, others);
                for (MenuEntry& page : list)
                    if (!was.empty() && page.under == was) page.under = element.id;
            }
            if (!element.under.empty() && element.under == element.id) throw InputError(title, "a page is not reached from itself");
        }
        for (std::size_t i = 0; i < list.size(); ++i)
            if ((begins || i != row) && list[i].id == element.id)
                throw InputError(title, fmt::format("\"{}\" stands in another row", render(cells.front().get(element))));
        const std::string twice = usedTwice(list, element, row);
        if (!twice.empty()) throw InputError(title, twice);
        if (begins) list.push_back(std::move(element));
        else list[row] = std::move(element);
    });
    try {  // what its description does not allow could not be read again
        std::visit([](const auto& p) { requireDescribed(p); }, out);
    } catch (const InputError& e) {
        throw InputError(render(boxTable(box, key).columns.at(column).title), fmt::format("{}: {}", text, e.problem()));
    }
    return out;
}

AnyBox withoutRow(AnyBox box, std::string_view key, std::size_t row) {
    withList(box, key, [&]<class E>(std::vector<E>& list) {
        if (row >= list.size()) return;
        if constexpr (std::is_same_v<E, MenuEntry>)
            for (MenuEntry& page : list)
                if (page.under == list[row].id) page.under = list[row].under;
        list.erase(list.begin() + static_cast<std::ptrdiff_t>(row));
    });
    return box;
}

AnyBox withRowMoved(AnyBox box, std::string_view key, std::size_t row, std::size_t to) {
    withList(box, key, [&]<class E>(std::vector<E>& list) {
        if (row >= list.size()) return;
        E element = std::move(list[row]);
        list.erase(list.begin() + static_cast<std::ptrdiff_t>(row));
        list.insert(list.begin() + static_cast<std::ptrdiff_t>(std::min(to, list.size())), std::move(element));
    });
    return box;
}

std::vector<Message> topicsWithoutPage(const AnyBox& box) {
    std::vector<Message> out;
    const std::vector<MenuEntry>* menu = menuOf(box);
    if (menu == nullptr || menu->empty()) return out;
    for (const Topic& topic : topics())
        if (topic.box == boxOf(kindOf(box)) && std::none_of(menu->begin(), menu->end(), [&](const MenuEntry& page) {
                return std::find(page.topics.begin(), page.topics.end(), topic.id) != page.topics.end();
            }))
            out.push_back(say(topic.title));
    return out;
}

AnyBox withoutTopic(AnyBox box, std::string_view topic) {
    withList(box, "menu", [&]<class E>(std::vector<E>& list) {
        if constexpr (std::is_same_v<E, MenuEntry>)
            for (MenuEntry& page : list) std::erase(page.topics, topic);
    });
    return box;
}

}  // namespace kh
