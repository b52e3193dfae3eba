// SPDX-License-Identifier: GPL-3.0-or-later
//
// Drawings of Modes beside its curves: turn rates, gain in every scale, and hold's state machine.
#include "base/conventions.h"
#include "judge/modechecks.h"
#include "model/amounts.h"
#include "model/helicopter/functions.h"
#include "paint/drawings.h"
#include "paint/look/theme.h"
#include "paint/modes/modetexts.h"
#include "stations/modes/modesfigures.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <vector>

namespace kh::paint {

namespace {

const AxisRates& ratesOf(const FlightMode& m, std::size_t axis) { return axis == 0 ? m.aileron : axis == 1 ? m.elevator : m.rudder; }

struct RatePlot {
    QRectF area;
    double topPct, topDegS;
    [[nodiscard]] QPointF at(double stick, double share) const {
        return {area.left() + stick * area.width(), area.bottom() - share * area.height()};
    }
};

void paintRateAxes(QPainter& p, const RatePlot& plot, const QString& axisName) {
    const Tokens& t = Theme::tokens();
    const QRectF& a = plot.area;
    for (int i = 0; i <= 5; ++i) {
        const double pct = 25.0 * i;
        if (pct > plot.topPct) break;
        const double y = plot.at(0, pct / plot.topPct).y();
        hairline(p, a.left(), y, a.right(), t.rule);
        right(p, a.left() - 10, y + 4, words(say("{v}", {{"v", num(pct)}})), Theme::font(12), t.transmitter);
        right(p, a.right() + 46, y + 4, words(say("{v}", {{"v", num(plot.topDegS * pct / plot.topPct)}})), Theme::font(12), t.machine);
    }
    for (const double stick : {0.0, 0.25, 0.5, 0.75, 1.0}) {
        const double x = plot.at(stick, 0).x();
        vline(p, x, a.top(), a.bottom(), t.rule);
        const QString text = words(say("{v}", {{"v", num(stick, 2)}}));
        drawText(p, {x - textWidth(text, Theme::font(12)) / 2, a.bottom() + 18}, text, Theme::font(12), t.muted);
    }
    drawText(p, {a.left() + 8, a.top() + 17}, words(say(KH_TR("{axis} sent, %"), {{"axis", axisName.toStdString()}})),
             Theme::font(13, true), t.transmitter);
    right(p, a.right() - 8, a.bottom() - 9, words(KH_TR("machine, °/s")), Theme::font(13, true), t.machine);
    right(p, a.right(), a.bottom() + 34, words(KH_TR("stick, either way")), Theme::font(12), t.muted);
}

}  // namespace

void paintRates(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    const auto& modes = s.setup.transmitter.modes;
    const std::vector<ModeAgility>& figures = s.evaluation.figures.of<ModesFigures>().modes;
    if (s.mode >= modes.size() || figures.size() != modes.size()) return;
    const std::size_t axis = s.axis;
    const QString axisName = words(functionId(axis == 0 ? heli::Aileron : axis == 1 ? heli::Elevator : heli::Rudder));
    drawTitle(p, area, KH_TR("Rate and expo"),
              words(say(KH_TR("{mode}, {axis}: what is sent, and how fast the machine turns in the air"),
                        {{"mode", modes[s.mode].name}, {"axis", axisName.toStdString()}})));
    double fastest = 1.0;
    for (const ModeAgility& m : figures)
        if (axis < m.axes.size() && m.axes[axis].fullDegS.known) fastest = std::max(fastest, m.axes[axis].fullDegS.value);
    const double rowsHeight = 30 + 24.0 * static_cast<double>(modes.size());
    const double tall = std::min(area.height() - 76 - rowsHeight - 40, 330.0);
    const double highest = std::max(100.0, ratesOf(modes[s.mode], axis).ratePct);
    RatePlot plot{QRectF(area.left() + 60, area.top() + 34, area.width() - 60 - 76, tall), highest, fastest};
    p.setRenderHint(QPainter::Antialiasing, false);
    paintRateAxes(p, plot, axisName);
    p.setRenderHint(QPainter::Antialiasing);
    const auto degLine = [&](const AxisFigures& a) {
        QPolygonF line;
        for (std::size_t i = 0; i < a.degS.size(); ++i)
            line << plot.at(static_cast<double>(i) / static_cast<double>(kAxisSamples - 1), a.degS[i] / plot.topDegS);
        return line;
    };
    for (std::size_t m = 0; m < modes.size(); ++m) {
        if (m == s.mode || axis >= figures[m].axes.size()) continue;
        QPen ghost(Theme::over(t.sheet, t.machine, 0.6), 1.6);
        ghost.setDashPattern({5, 3});
        p.setPen(ghost);
        p.drawPolyline(degLine(figures[m].axes[axis]));
    }
    if (axis < figures[s.mode].axes.size()) {
        QPolygonF sent;
        const std::vector<double>& sentPct = figures[s.mode].axes[axis].sentPct;
        for (std::size_t i = 0; i < sentPct.size(); ++i)
            sent << plot.at(static_cast<double>(i) / static_cast<double>(kAxisSamples - 1), sentPct[i] / plot.topPct);
        p.setPen(QPen(t.machine, 2.4));
        p.drawPolyline(degLine(figures[s.mode].axes[axis]));
        QPen dashes(t.transmitter, 2.4);  // over the machine's line: both are seen where they are one
        dashes.setDashPattern({6, 4});
        p.setPen(dashes);
        p.drawPolyline(sent);
        // where the deck's stick stands
        const std::array<double, 3> sticks{s.deck.sticks.aileron, s.deck.sticks.elevator, s.deck.sticks.rudder};
        const double x = plot.at(std::abs(sticks[axis]), 0).x();
        p.setPen(Qt::NoPen);
        p.setBrush(t.transmitter);
        p.drawPolygon(QPolygonF(
            {QPointF(x - 5, plot.area.bottom() + 8), QPointF(x + 5, plot.area.bottom() + 8), QPointF(x, plot.area.bottom() + 1)}));
    }
    // the table: every mode
    double y = plot.area.bottom() + 66;
    const double w = area.width();
    const std::array<double, 5> columns{area.left() + w * 0.34, area.left() + w * 0.48, area.left() + w * 0.65, area.left() + w * 0.83,
                                        area.right()};
    const std::array<const char*, 5> heads{KH_TR("rate"), KH_TR("expo"), KH_TR("full stick"), KH_TR("a whole turn"), KH_TR("centre")};
    drawText(p, {area.left(), y}, words(KH_TR("Mode")), Theme::font(13, true), t.ink);
    for (std::size_t i = 0; i < 5; ++i) right(p, columns[i], y, words(heads[i]), Theme::font(12), i < 2 ? t.transmitter : t.machine);
    p.setRenderHint(QPainter::Antialiasing, false);
    hairline(p, area.left(), y + 7, area.right(), t.muted);
    for (std::size_t m = 0; m < modes.size(); ++m) {
        y += 24;
        if (m == s.mode) p.fillRect(QRectF(area.left() - 6, y - 16, w + 12, 23), Theme::selectionTint());
        drawText(p, {area.left(), y}, shown(modes[m].name), Theme::font(13, m == s.mode), t.ink);
        const AxisRates& r = ratesOf(modes[m], axis);
        right(p, columns[0], y, words(say(KH_TR("{v}"), {{"v", amount(s.setup, modePath(modes[m], "aileron.ratePct"), r.ratePct)}})),
              Theme::font(13), t.ink);
        right(p, columns[1], y, words(say(KH_TR("{v}"), {{"v", amount(s.setup, modePath(modes[m], "aileron.expoPct"), r.expoPct)}})),
              Theme::font(13), t.ink);
        if (axis < figures[m].axes.size()) {
            const AxisFigures& a = figures[m].axes[axis];
            right(p, columns[2], y, figureText(a.fullDegS), Theme::font(13, m == s.mode), t.ink);
            right(p, columns[3], y, figureText(a.flipS), Theme::font(13, m == s.mode), t.ink);
            right(p, columns[4], y, figureText(a.centreSlopePct), Theme::font(13), t.ink);
        }
        hairline(p, area.left(), y + 6, area.right(), t.rule);
    }
}

void paintGainScales(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    const auto& modes = s.setup.transmitter.modes;
    const auto& figures = s.evaluation.figures.modes;
    if (figures.size() != modes.size()) return;
    drawTitle(p, area, KH_TR("Tail gain in every scale"), words(KH_TR("+ is heading hold, − is rate mode")));
    const double w = area.width();
    const std::array<double, 6> columns{area.left() + w * 0.33, area.left() + w * 0.46, area.left() + w * 0.59,
                                        area.left() + w * 0.72, area.left() + w * 0.86, area.right()};
    double y = area.top() + 46;
    drawText(p, {area.left(), y}, words(KH_TR("Mode")), Theme::font(13, true), t.ink);
    const std::array<const char*, 6> heads{KH_TR("sent"),      KH_TR("read"),    KH_TR("signed"),
                                           KH_TR("centre-50"), KH_TR("mode, %"), KH_TR("travel")};
    for (std::size_t i = 0; i < 6; ++i)
        right(p, columns[i], y, words(heads[i]), Theme::font(12), i == 0 ? t.transmitter : i == 1 ? t.controller : t.muted);
    p.setRenderHint(QPainter::Antialiasing, false);
    hairline(p, area.left(), y + 7, area.right(), t.muted);
    bool crosses = false;
    for (std::size_t m = 0; m < modes.size(); ++m) {
        y += 26;
        const ModeFigures& f = figures[m];
        const std::vector<GainForm>& forms = s.evaluation.figures.of<ModesFigures>().modes[m].gainForms;
        const bool on = m == s.mode;
        if (on) p.fillRect(QRectF(area.left() - 6, y - 17, w + 12, 25), Theme::selectionTint());
        drawText(p, {area.left(), y}, shown(modes[m].name), Theme::font(13, on), t.ink);
        right(p, columns[0], y, words(show(s.setup, modePath(modes[m], "tailGainPct"))), Theme::font(13, on), t.transmitter);
        right(p, columns[1], y,
              f.gainRead.known ? words(gainAsShown(f.gainRead.value, s.setup.controller.profile->gainScale)) : QStringLiteral("–"),
              Theme::font(13, on), t.controller);
        for (std::size_t i = 0; i < forms.size() && i < 4; ++i) {
            const GainForm& form = forms[i];
            crosses = crosses || form.crossesZero;
            right(p, columns[i + 2], y, words(form.text), Theme::font(13, form.crossesZero), form.crossesZero ? t.danger : t.ink);
        }
        hairline(p, area.left(), y + 8, area.right(), t.rule);
    }
    y += 30;
    if (crosses) {
        drawMark(p, Severity::Danger, {area.left() + 5, y - 5}, 9);
        drawText(p, {area.left() + 16, y}, words(KH_TR("rounded in that scale it lands on the other side of zero: another gyro mode")),
                 Theme::font(13), t.ink);
        y += 24;
    }
    // the sides of zero, mode by mode
    y += 14;
    const double left = area.left() + 92;
    const double rightEdge = area.right() - 10;
    const auto x = [&](double gain) { return left + (std::clamp(gain, -100.0, 100.0) + 100.0) / 200.0 * (rightEdge - left); };
    const double top = y + 22;
    const double step = std::min(52.0, (area.bottom() - top - 34) / std::max(1.0, static_cast<double>(modes.size())));
    const double bottom = top + step * static_cast<double>(modes.size());
    p.fillRect(QRectF(left, top, x(0) - left, bottom - top), QBrush(Theme::over(t.sheet, t.danger, 0.25), Qt::BDiagPattern));
    drawText(p, {left, y + 14}, words(KH_TR("rate mode")), Theme::font(12, true), t.danger);
    right(p, rightEdge, y + 14, words(KH_TR("heading hold")), Theme::font(12, true), t.ink);
    vline(p, x(0), top - 6, bottom + 4, t.ink);
    double rowY = top;
    for (std::size_t m = 0; m < modes.size(); ++m) {
        const ModeFigures& f = figures[m];
        const bool wrong = f.gainRead.known && f.gainRead.value < 0.0;
        right(p, left - 10, rowY + step / 2 + 4, shown(modes[m].name), Theme::font(13, m == s.mode), wrong ? t.danger : t.ink);
        if (f.gainRead.known) {
            const double at = x(f.gainRead.value);
            p.fillRect(QRectF(std::min(at, x(0)), rowY + step / 2 - 5, std::abs(at - x(0)), 10), wrong ? t.danger : t.controller);
            const QString text = figureText(f.gainRead);
            const double tx = wrong ? at - 8 - textWidth(text, Theme::font(13, true)) : at + 8;
            p.fillRect(QRectF(tx - 3, rowY + step / 2 - 9, textWidth(text, Theme::font(13, true)) + 6, 18), t.sheet);
            drawText(p, {tx, rowY + step / 2 + 4}, text, Theme::font(13, true), wrong ? t.danger : t.ink);
        }
        rowY += step;
    }
    for (const double g : {-100.0, -50.0, 0.0, 50.0, 100.0}) {
        const QString text = words(say("{v}", {{"v", signedNum(g)}}));
        vline(p, x(g), bottom, bottom + 5, t.muted);
        drawText(p, {x(g) - textWidth(text, Theme::font(12)) / 2, bottom + 19}, text, Theme::font(12), t.muted);
    }
}

std::vector<StateSpot> stateSpots(QRectF area, const Scene& s) {
    std::vector<StateSpot> out;
    const auto& states = s.evaluation.states;
    const double top = area.top() + 34;
    const double room = area.height() - 34 - 84;
    const double step = std::min(76.0, room / std::max(1.0, static_cast<double>(states.size())));
    const double width = area.width() * 0.60;
    for (std::size_t i = 0; i < states.size(); ++i)
        out.push_back({&states[i], QRectF(area.left(), top + step * static_cast<double>(i), width, step - 8)});
    return out;
}

void paintThrottleStates(QPainter& p, QRectF area, const Scene& s) {
    const Tokens& t = Theme::tokens();
    p.setRenderHint(QPainter::Antialiasing);
    drawTitle(p, area, KH_TR("Hold and its family"), words(KH_TR("what stands higher overrides; click a state to go there")));
    const std::string here = throttleStateOf(s.setup, s.trace.now);
    const auto spots = stateSpots(area, s);
    const auto spotOf = [&](const std::string& id) -> const StateSpot* {
        for (const StateSpot& spot : spots)
            if (spot.state->id == id) return &spot;
        return nullptr;
    };
    const auto colourOf = [&](MotorState m) { return m == MotorState::Off ? t.pass : m == MotorState::Idle ? t.note : t.ink; };
    const auto motorWord = [](MotorState m) {
        return m == MotorState::Off    ? words(KH_TR("motor off"))
               : m == MotorState::Idle ? words(KH_TR("idle"))
                                       : words(KH_TR("motor may run"));
    };
    for (const StateSpot& spot : spots) {
        const ThrottleState& st = *spot.state;
        const QRectF& r = spot.area;
        const bool on = st.id == here;
        p.setPen(QPen(on ? t.transmitter : t.muted, on ? 2.4 : 1));
        p.setBrush(on ? Theme::boxTint(Box::Transmitter) : t.sheet);
        p.drawRoundedRect(r, 2, 2);
        const double mid = r.center().y();
        drawText(p, {r.left() + 12, mid - 4}, words(st.title), Theme::font(13, true), st.reachable ? t.ink : t.muted);
        const bool base = st.when.empty() && spot.state == spots.back().state;
        drawText(p, {r.left() + 12, mid + 14},
                 base              ? words(KH_TR("when nothing else is asked for"))
                 : st.when.empty() ? words(KH_TR("on no switch"))
                                   : shown(st.when),
                 Theme::font(12), st.when.empty() ? t.muted : t.transmitter,
                 r.right() - 36 - textWidth(st.reachable ? motorWord(st.motor) : words(KH_TR("cannot be reached")), Theme::font(12)));
        if (!st.reachable) {
            right(p, r.right() - 12, mid + 5, words(KH_TR("cannot be reached")), Theme::font(12), t.muted);
            continue;
        }
        const bool flat = std::abs(st.highPct - st.lowPct) < 0.05;
        const auto throttle = [&](double v) { return amount(s.setup, throttlePath(s.setup.transmitter), std::round(v)); };
        const QString pct = flat ? words(say(KH_TR("{a}"), {{"a", throttle(st.lowPct)}}))
                                 : words(say(KH_TR("{a} … {b}"), {{"a", bare(throttle(st.lowPct))}, {"b", throttle(st.highPct)}}));
        const QString us = flat ? words(say(KH_TR("{a} µs"), {{"a", num(st.lowUs)}}))
                                : words(say(KH_TR("{a} … {b} µs"), {{"a", num(st.lowUs)}, {"b", num(st.highUs)}}));
        right(p, r.right() - 12, mid - 4, pct + QStringLiteral("   ") + us, Theme::font(13, on), t.ink);
        right(p, r.right() - 12, mid + 14, motorWord(st.motor), Theme::font(12), colourOf(st.motor));
        if (st.motor == MotorState::Off)
            drawTick(p, {r.right() - 20 - textWidth(motorWord(st.motor), Theme::font(12)), mid + 10}, t.pass, 8);
    }
    // what one switch would do from here
    const StateSpot* from = spotOf(here);
    if (from != nullptr) {
        double lane = from->area.right() + 18;
        std::vector<std::string> told;
        for (const ThrottleMove& move : s.moves) {
            const StateSpot* to = spotOf(move.to);
            if (to == nullptr) continue;
            const double slot = static_cast<double>(std::count(told.begin(), told.end(), move.to));
            told.push_back(move.to);
            const double y1 = from->area.center().y();
            const double y2 = to->area.center().y() - 7 + 14 * slot;
            p.setPen(QPen(t.transmitter, 1.6));
            p.setBrush(Qt::NoBrush);
            p.drawLine(QPointF(from->area.right(), y1), QPointF(lane, y1));
            p.drawLine(QPointF(lane, y1), QPointF(lane, y2));
            p.drawLine(QPointF(lane, y2), QPointF(to->area.right() + 2, y2));
            p.setBrush(t.transmitter);
            p.drawPolygon(QPolygonF(
                {QPointF(to->area.right() + 2, y2), QPointF(to->area.right() + 10, y2 - 4), QPointF(to->area.right() + 10, y2 + 4)}));
            const QString label = QStringLiteral("%1 %2").arg(shown(move.switchId)).arg(move.place);
            const double x = drawText(p, {lane + 8, y2 + 5}, label, Theme::font(13, true), t.transmitter) + 8;
            drawText(p, {x, y2 + 5},
                     words(say(KH_TR("{t}"), {{"t", amount(s.setup, throttlePath(s.setup.transmitter), std::round(move.throttlePct))}})),
                     Theme::font(12), colourOf(move.motor));
            lane += 9;
        }
    }
    // the power-on guard
    const PowerOnGuard& guard = s.guard;
    double y = area.bottom() - 44;
    p.setRenderHint(QPainter::Antialiasing, false);
    hairline(p, area.left(), y - 20, area.right(), t.rule);
    p.setRenderHint(QPainter::Antialiasing);
    double x = drawText(p, {area.left(), y}, words(KH_TR("Power-on guard")), Theme::font(13, true), t.ink) + 10;
    drawText(p, {x, y},
             guard.set ? words(KH_TR("the transmitter starts only with all of these; this deck has"))
                       : words(KH_TR("off: nothing stops a start with hold off")),
             Theme::font(12), guard.set ? t.muted : t.warning);
    if (!guard.set) return;
    struct Ask {
        const char* text;
        bool met;
    };
    x = area.left();
    std::vector<Ask> asks{Ask{guard.armed ? KH_TR("kill on") : KH_TR("hold on"), guard.holdOn}, Ask{KH_TR("base mode"), guard.baseMode},
                          Ask{KH_TR("collective low"), guard.collectiveLow}, Ask{KH_TR("rescue off"), guard.rescueOff}};
    if (guard.arms) asks.push_back({KH_TR("not armed"), guard.disarmed});
    for (const Ask& a : asks) {
        if (a.met) drawTick(p, {x + 5, y + 18}, t.pass, 8);
        else drawMark(p, Severity::Warning, {x + 5, y + 19}, 8);
        x = drawText(p, {x + 15, y + 24}, words(a.text), Theme::font(13), a.met ? t.ink : t.warning) + 22;
    }
}

}  // namespace kh::paint
