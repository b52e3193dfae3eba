// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/sheet.h"

#include "model/traits.h"
#include "procedure/aircraft.h"
#include "procedure/sheetbuilder.h"

#include <algorithm>

namespace kh {

Sheet benchSheet(const Setup& setup, const Evaluation& evaluation, const WordedPlan& plan) {
    SheetBuilder b{setup, evaluation};
    for (const PlanStep& s : plan.plan.steps)
        for (const Edit& e : s.edits) b.planned.insert_or_assign(e.path, e.value);
    const MachineSheet machine = aircraftEntry(setup).sheet(b);
    Sheet sheet;
    sheet.model = setup.machine.name;
    sheet.revision = setup.revision;
    sheet.lead = say(KH_TR("Bench sheet, revision {r}. Where no standing is written, a value is still at its default."),
                     {{"r", num(sheet.revision)}});
    sheet.cautions = machine.cautions;
    sheet.cautions.push_back(
        say(KH_TR("The makers' manuals, your club's rules and local law come first. This sheet states which checks passed; it does not say "
                  "that the model is safe.")));
    for (const auto& [box, name] :
         {std::pair(Box::Transmitter, setup.transmitter.profile->name), std::pair(Box::Controller, setup.controller.profile->name)})
        if (boxDoes(setup, box, "frozen-pages"))
            sheet.cautions.push_back(
                say(KH_TR("While some pages of {box} are open its outputs stand still: hold on and the rotor at rest before "
                          "one is opened, and leave it before you look at the machine."),
                    {{"box", name}}));
    for (const Finding& f : evaluation.findings)
        if (f.severity == Severity::Danger) sheet.cautions.push_back(say(KH_TR("Open danger: {t}."), {{"t", f.title}}));
    for (std::size_t i = 0; i < plan.texts.size(); ++i) {
        const PlanStep& s = plan.plan.steps[i];
        const StepText& text = plan.texts[i];
        sheet.plan.push_back(s.byHand ? say(KH_TR("{n}. By hand: {todo}"), {{"n", num(static_cast<double>(i + 1))}, {"todo", text.todo}})
                                      : say(KH_TR("{n}. {field}: {was} → {is}. {todo}"), {{"n", num(static_cast<double>(i + 1))},
                                                                                          {"field", text.title},
                                                                                          {"was", text.was},
                                                                                          {"is", text.is},
                                                                                          {"todo", text.todo}}));
    }
    for (const std::string& id : plan.plan.left)
        for (const Finding& f : evaluation.findings)
            if (f.id == id)
                sheet.plan.push_back(say(KH_TR("Left to you: {todo}"), {{"todo", remedyText(setup, evaluation.findings, f, &plan.plan)}}));
    for (const PutAside& a : evaluation.accepted)
        if (a.finding)
            sheet.accepted.push_back(
                say(KH_TR("{t}. {f} Accepted {d}: {r}"),
                    {{"t", a.finding->title}, {"f", a.finding->found}, {"d", a.record.at.substr(0, 10)}, {"r", a.record.reason}}));
    sheet.parts.push_back(boxPart(b, Box::Transmitter, setup.transmitter.profile->name));
    sheet.parts.push_back(boxPart(b, Box::Controller, setup.controller.profile->name));
    if (setup.machine.power.kind == PowerKind::Electric)
        sheet.parts.push_back(boxPart(b, Box::SpeedController, setup.speedController.profile->name));
    sheet.parts.push_back({Box::Machine, setup.machine.name, machine.sections, machine.drawings});
    sheet.parts[0].figures = machine.curves;
    sheet.parts[1].figures = machine.besideController;
    if (!machine.looks.rows.empty())  // behind the transmitter, where a page has room
        sheet.parts.insert(sheet.parts.begin() + 1, {Box::Bench, setup.machine.name, {machine.looks}});
    return sheet;
}

Message sheetStanding(Standing standing) { return standing == Standing::Default ? Message{} : say(standingId(standing)); }

const char* sheetFigureTitle(SheetFigure figure) {
    switch (figure) {
        case SheetFigure::Throttle: return KH_TR("Throttle by stick");
        case SheetFigure::Pitch: return KH_TR("Pitch by stick");
        case SheetFigure::Plate: return KH_TR("Plate from above, nose up");
        case SheetFigure::Wiring: break;
    }
    return KH_TR("Wiring");
}

Sheet onlyLeft(const Sheet& whole, const std::vector<CarryBox>& boxes) {
    Sheet out = whole;
    out.plan.clear();
    out.parts.clear();
    for (const CarryBox& b : boxes) {
        if (b.left() == 0) continue;
        SheetPart part{b.box, b.name, {}, {}};
        for (const CarryPage& page : b.pages) {
            if (page.left() == 0) continue;
            SheetSection section{say(KH_TR("{t}"), {{"t", page.title}}), {}, {}};
            const auto acts = [&](const std::vector<Message>& all, const char* when) {
                for (const Message& act : all) section.rows.push_back({say(when), act, {}, Standing::Default, {}, {}});
            };
            acts(page.before, KH_TR("Before"));
            for (const CarryLine& l : page.lines) {
                if (!l.left()) continue;
                const Message wants =
                    l.unit.empty() ? say(KH_TR("{v}"), {{"v", l.wantsReads}}) : say(KH_TR("{v} {u}"), {{"v", l.wantsReads}, {"u", l.unit}});
                section.rows.push_back(
                    {l.name,
                     wants,
                     l.had.empty() ? say(KH_TR("not known what stands there")) : say(KH_TR("{v} stands there"), {{"v", l.hadReads}}),
                     Standing::Default,
                     {},
                     {l.path}});
            }
            acts(page.after, KH_TR("Then"));
            part.sections.push_back(std::move(section));
        }
        out.parts.push_back(std::move(part));
    }
    return out;
}

}  // namespace kh
