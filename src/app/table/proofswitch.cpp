// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/table/proofswitch.h"

#include "app/table/proofview.h"
#include "paint/look/theme.h"
#include "session/notyet.h"

#include <QPainter>
#include <algorithm>
#include <array>

namespace kh::app {

using namespace paint;

namespace {

struct FacePart {
    std::string view;  ///< empty: Proof's own page
    QString id, name, text;
    double width;
};

std::array<FacePart, 4> parts(const session::Workspace& w) {
    const auto findings = std::count_if(w.entries().begin(), w.entries().end(), [](const session::ProofEntry& e) { return !e.passed; });
    std::array<FacePart, 4> out{
        {{session::kPlanView, QStringLiteral("show-plan"), ProofView::tr("Plan"), ProofView::tr("plan"), 0},
         {std::string(), QStringLiteral("show-findings"), ProofView::tr("Findings"),
          counted(static_cast<std::size_t>(findings), KH_TR("{n} finding"), KH_TR("{n} findings")), 0},
         {"to-set", QStringLiteral("show-to-set"), ProofView::tr("Still to be set"), ProofView::tr("%1 to set").arg(w.toBeSet().size()), 0},
         {session::kNotYetView, QStringLiteral("show-not-yet"), ProofView::tr("What may be done"), ProofView::tr("not yet"), 0}}};
    for (FacePart& part : out) part.width = textWidth(part.text, Theme::font(13, true)) + 18;
    return out;
}

}  // namespace

double proofSwitchLeft(const session::Workspace& w, double width) {
    double left = width - 16;
    for (const FacePart& part : parts(w)) left -= part.width;
    return left;
}

void drawProofSwitch(QPainter* p, const session::Workspace& w, double width, const std::function<void(Item)>& put) {
    const Tokens& t = Theme::tokens();
    double x = proofSwitchLeft(w, width);
    for (const FacePart& part : parts(w)) {
        const bool on = part.view == w.view();
        const QRectF area(x, 10, part.width, 24);
        x += part.width;
        put({part.id, part.name, on ? ProofView::tr("shown") : QString(), QAccessible::RadioButton, area, on});
        if (p == nullptr) continue;
        p->setPen(QPen(t.ink, 1));
        p->setBrush(on ? t.ink : t.sheet);
        p->drawRect(area);
        const QFont font = Theme::font(13, on);
        drawText(*p, {area.center().x() - textWidth(part.text, font) / 2, area.top() + 17}, part.text, font, on ? t.sheet : t.ink);
    }
}

bool chooseFace(session::Workspace& w, const QString& item) {
    for (const FacePart& part : parts(w))
        if (part.id == item) {
            if (part.view.empty()) w.setStation(Station::Proof);
            else w.enter(part.view);
            return true;
        }
    return false;
}

}  // namespace kh::app
