// SPDX-License-Identifier: GPL-3.0-or-later
#include "io/carryreport.h"

#include <nlohmann/json.hpp>

namespace kh::io {

using nlohmann::ordered_json;

namespace {

ordered_json texts(const std::vector<Message>& all) {
    ordered_json out = ordered_json::array();
    for (const Message& m : all) out.push_back(render(m));
    return out;
}

ordered_json untilJson(const UntilThen& until) {
    if (!until.known) return {{"known", false}, {"text", texts(until.text)}};
    ordered_json out{{"known", true}, {"severity", severityId(until.severity)}, {"text", texts(until.text)}};
    if (!until.finding.empty()) out["finding"] = until.finding;
    ordered_json come = ordered_json::array();
    for (const Finding& f : until.come) come.push_back({{"id", f.id}, {"severity", severityId(f.severity)}, {"title", render(f.title)}});
    out["come"] = std::move(come);
    return out;
}

}  // namespace

const char* markWord(InBoxMark mark) {
    switch (mark) {
        case InBoxMark::There: return "in the box";
        case InBoxMark::Changed: return "changed";
        case InBoxMark::Never: return "never typed";
        case InBoxMark::Differs: return "differs";
        case InBoxMark::NotKnown: return "not known";
        case InBoxMark::Lent: return "lent";
    }
    return "";
}

ordered_json carryJson(const std::vector<CarryBox>& boxes, const UntilTyped& until, bool left) {
    ordered_json all = ordered_json::array();
    for (const CarryBox& b : boxes) {
        ordered_json pages = ordered_json::array();
        for (const CarryPage& p : b.pages) {
            if (left && p.left() == 0) continue;
            ordered_json lines = ordered_json::array();
            for (const CarryLine& l : p.lines) {
                if (left && !l.left()) continue;
                ordered_json line{
                    {"path", l.path}, {"name", render(l.name)}, {"state", markWord(l.mark)}, {"wants", l.wants}, {"unit", l.unit}};
                if (!l.had.empty()) line["had"] = l.had;
                if (!l.at.empty()) line["at"] = l.at;
                if (const auto then = until.of.find(l.path); then != until.of.end()) line["until"] = untilJson(then->second);
                lines.push_back(std::move(line));
            }
            pages.push_back({{"title", p.title},
                             {"first", p.first},
                             {"left", p.left()},
                             {"before", texts(p.before)},
                             {"after", texts(p.after)},
                             {"lines", std::move(lines)}});
        }
        all.push_back({{"box", boxId(b.box)}, {"name", b.name}, {"left", b.left()}, {"lines", b.lines()}, {"pages", std::move(pages)}});
    }
    ordered_json together = ordered_json::array();
    for (const HalfTyped& group : until.together) {
        ordered_json pages = ordered_json::array();
        for (const auto& [box, page] : group.pages) pages.push_back({{"box", boxId(box)}, {"page", page}});
        together.push_back({{"pages", std::move(pages)}, {"harm", render(group.harm)}});
    }
    return {{"boxes", std::move(all)}, {"all", untilJson(until.all)}, {"together", std::move(together)}, {"judgements", until.judgements}};
}

}  // namespace kh::io
