// SPDX-License-Identifier: GPL-3.0-or-later
#include "procedure/tobeset.h"

#include "judge/dependencies.h"
#include "judge/rowids.h"
#include "model/carried.h"
#include "model/names.h"

#include <algorithm>
#include <array>
#include <optional>

namespace kh {

namespace {

/// Which machines an entry is for.
enum class For { All, Electric, Engine, Pupils, Levelling, Servos, Boxed, Plate, Rotors, Geared };

bool isFor(For machines, const Setup& setup) {
    const bool electric = setup.machine.power.kind == PowerKind::Electric;
    const AircraftClass& of = setup.machine.aircraft.of();
    switch (machines) {
        case For::Electric: return electric;
        case For::Engine: return !electric;
        case For::Pupils: return setup.transmitter.trainer.hands != TrainerHands::Nothing;
        case For::Levelling: return levelsInUse(setup);
        case For::Servos: return of.holds;
        case For::Boxed: return !of.holds;
        case For::Plate: return of.autorotates;
        case For::Rotors: return of.holds && !of.autorotates;
        case For::Geared: return electric && of.holds;
        case For::All: break;
    }
    return true;
}

struct Entry {
    const char* row;   ///< what is entered there, the table of dependencies says
    const char* what;  ///< of what is seen on the machine: how; else empty
    const char* why;
    const char* blocks;
    For machines = For::All;
    const char* title = "";  ///< where the row's own does not say what is to be done
    Standing enough = Standing::Proved;
};

const std::vector<Entry>& entries() {
    static const std::vector<Entry> all{
        {"blades"_row, "", KH_TR("a blade beyond its maker's speed throws itself off"), KH_TR("every head speed")},
        {"mass"_row, "", KH_TR("it sets the pitch of the hover and the load of the head"), KH_TR("the hover of every mode"), For::Servos},
        {"head"_row, "", KH_TR("every degree at the blade rests on them"), KH_TR("ranges, reference throw")},
        {"plate"_row, "", KH_TR("how far a servo must go for a tilt"), KH_TR("reference throw, clearance")},
        {"arms"_row, "", KH_TR("how far the plate goes for a pulse"), KH_TR("strokes, trims")},
        {"motor"_row, "", KH_TR("poles typed for pairs doubles the speed"), KH_TR("the governor, head speeds"), For::Geared},
        {"gears"_row, "", KH_TR("a wrong ratio drives to the pack's limit"), KH_TR("the governor, head speeds")},
        {"pack-build"_row, "", KH_TR("a fifth of the charge must be left at landing"), KH_TR("the timer"), For::Electric},
        {"hold-switch"_row,
         KH_TR("No pack connected: hold on, collective stick up and down in every mode; the throttle on the transmitter's own monitor does "
               "not move."),
         KH_TR("it is what stops the motor"), KH_TR("connecting any pack"), For::All, KH_TR("Hold test")},
        {"supply"_row, "", KH_TR("a pack of 8.4 V burns a 6 V servo"), KH_TR("the first plug"), For::Servos},
        {"failsafe"_row, "", KH_TR("without a signal the motor must stop"), KH_TR("the failsafe test")},
        {"ports"_row, KH_TR("Leads off: one lead after the other is followed from its servo to its port."),
         KH_TR("two leads changed over look like a wrong layout"), KH_TR("directions, mixing"), For::All, KH_TR("Wiring")},
        {"rotor-ports"_row, KH_TR("Leads off: one lead after the other is followed from its servo to its port."),
         KH_TR("two leads changed over tip it over on the spot"), KH_TR("neutrals, limits, directions"), For::All, KH_TR("Wiring")},
        {"rotor-plus"_row, "", KH_TR("measured at each blade, never believed"), KH_TR("the lift of every mode")},
        {"rotor-minus"_row, "", KH_TR("measured at each blade, never believed"), KH_TR("inverted flight")},
        {"rotor-collective"_row, KH_TR("Blades folded, leads off: collective up; all four pointers rise."),
         KH_TR("one rotor that sinks turns it over on take-off"), KH_TR("the first spool-up"), For::All, KH_TR("Collective up")},
        {"rotor-aileron"_row, KH_TR("Blades folded, leads off: aileron right; the left pair rises."),
         KH_TR("it rolls into the stick's other side"), KH_TR("the first spool-up"), For::All, KH_TR("Aileron right")},
        {"rotor-elevator"_row, KH_TR("Blades folded, leads off: elevator forward; the back pair rises."),
         KH_TR("it tips over backwards on take-off"), KH_TR("the first spool-up"), For::All, KH_TR("Elevator forward")},
        {"rotor-rudder"_row, KH_TR("Blades folded, leads off: rudder right; the counter-clockwise pair rises."),
         KH_TR("the nose turns away from the stick"), KH_TR("the first spool-up"), For::All, KH_TR("Rudder right")},
        {"servo-pulse"_row, "", KH_TR("a wide pulse drives a narrow servo into its stop"), KH_TR("plugging in a servo")},
        {"servo-rate"_row, "", KH_TR("too high a rate burns it within minutes"), KH_TR("plugging in a servo")},
        {"reference-throw"_row, "", KH_TR("the controller learns its scale from it"), KH_TR("every cyclic rate")},
        {"collective-range"_row, "", KH_TR("measured at the blade, never believed"), KH_TR("the pitch of every mode")},
        {"cyclic-limit"_row, "", KH_TR("full stick at full pitch must not bind"), KH_TR("full sticks")},
        {"tail-pulse"_row, "", KH_TR("a wide pulse drives a narrow servo into its stop"), KH_TR("plugging in the tail servo")},
        {"tail-rate"_row, "", KH_TR("too high a rate burns it within minutes"), KH_TR("plugging in the tail servo")},
        {"tail-limits"_row, "", KH_TR("a slider against its stop stalls the servo"), KH_TR("full rudder")},
        {"mounting"_row, "", KH_TR("a box that believes it sits another way corrects the wrong axis"), KH_TR("the turns by hand")},
        {"roll-sense"_row,
         KH_TR("Motor off, box started anew: roll the machine right by hand; the plate tilts left and stays with the horizon."),
         KH_TR("a reversed gyro tips the model over on take-off"), KH_TR("the first spool-up"), For::Plate, KH_TR("Roll by hand")},
        {"pitch-sense"_row, KH_TR("The same, nose down; the plate tilts back."), KH_TR("a reversed gyro tips the model over on take-off"),
         KH_TR("the first spool-up"), For::Plate, KH_TR("Nose down by hand")},
        {"yaw-sense"_row, KH_TR("The same, tail moved left; the trailing edges go left."),
         KH_TR("with a reversed gyro the tail spins the model round"), KH_TR("the first spool-up"), For::Plate, KH_TR("Tail by hand")},
        {"roll-sense"_row, KH_TR("Motor lead off, blades folded, box started anew: roll the machine right by hand; the right pair rises."),
         KH_TR("a reversed gyro turns it over on take-off"), KH_TR("the first spool-up"), For::Rotors, KH_TR("Roll by hand")},
        {"pitch-sense"_row, KH_TR("Motor lead off, blades folded: nose down by hand; the front pair rises."),
         KH_TR("a reversed gyro turns it over on take-off"), KH_TR("the first spool-up"), For::Rotors, KH_TR("Nose down by hand")},
        {"yaw-sense"_row,
         KH_TR("Motor lead off, blades folded: nose turned right by hand, collective +20 % or more; the clockwise pair rises."),
         KH_TR("with a reversed gyro it spins round"), KH_TR("the first spool-up"), For::Rotors, KH_TR("Nose right by hand")},
        {"throttle-ends"_row, "", KH_TR("learned with blades off and pinion out; off is judged by them"), KH_TR("hold, kill and cut")},
        {"failsafe-test"_row,
         KH_TR("Motor locked, hold off, throttle open: transmitter off, and the throttle closes within two seconds and stays."),
         KH_TR("with hold on it would pass whatever was stored"), KH_TR("the first flight"), For::All,
         KH_TR("Failsafe, stored and tested")},
        {"first-power"_row,
         KH_TR("Blades off, strapped down outdoors: hold, kill and a switched-off transmitter are each seen to stop the turning motor."),
         KH_TR("a value on a monitor has stopped no motor yet"), KH_TR("the first spool-up with blades"), For::Electric,
         KH_TR("Stopped while it turns")},
        {"first-power"_row, KH_TR("Blades on, the head held, outdoors: cut and kill are each seen to stop the running engine."),
         KH_TR("a value on a monitor has stopped no engine yet"), KH_TR("the first hover"), For::Engine, KH_TR("Stopped while it runs")},
        {"box-level"_row, KH_TR("On a level stand, the mast plumb: the box shows 0° of roll and nose (Ctrl R)."),
         KH_TR("rescue and level bring the machine to what the box takes for level"), KH_TR("rescue in the air"), For::Levelling,
         KH_TR("The box's level"), Standing::Measured},
        {"trainer-link"_row, KH_TR("Leads off, the pupil has it: his sticks answer as the teacher's, and the teacher's hold and kill win."),
         KH_TR("the teacher reaches for hold when it goes wrong"), KH_TR("the first hover"), For::Pupils, KH_TR("Trainer link")},
        {"range-check"_row, KH_TR("Range-test power at the maker's distance: every servo follows, then back to full power."),
         KH_TR("a shaded antenna is found on the ground, not at the other end of the field"), KH_TR("the first hover"), For::Servos,
         KH_TR("Range check")},
        {"range-check"_row,
         KH_TR("Propellers off, range-test power at the maker's distance: each place of the mode switch gives its sign, then back to full "
               "power."),
         KH_TR("a shaded antenna is found on the ground, not at the other end of the field"), KH_TR("the first hover"), For::Boxed,
         KH_TR("Range check")},
        {"camera-arrows"_row, KH_TR("Propellers off: each motor for a moment turns its arrow's way."),
         KH_TR("one that turns the other way tips it over on the spot"), KH_TR("fitting the propellers"), For::All, KH_TR("Motors")},
        {"camera-signals"_row,
         KH_TR("Propellers off: every place of the mode switch and return home, two seconds each; the box gives the sign that is noted."),
         KH_TR("what a switch is called says nothing of the mode it reaches"), KH_TR("the first flight"), For::All,
         KH_TR("Places and their signs")},
        {"camera-cut"_row, KH_TR("Propellers off, in each mode: cut; the monitor shows the throttle below where the motors stop."),
         KH_TR("tipped over on the ground it goes on turning"), KH_TR("fitting the propellers"), For::All, KH_TR("Cut in each mode")},
        {"camera-home-check"_row, "", KH_TR("below what stands around it flies home through it"), KH_TR("return home")},
        {"camera-loss"_row, KH_TR("Propellers off: transmitter off; the box gives its sign of a lost signal, or of return home."),
         KH_TR("nobody has seen it yet what it does on its own"), KH_TR("the first flight"), For::All, KH_TR("Lost signal, tested")},
    };
    return all;
}

const Row* rowOf(const std::vector<StationPage>& pages, const char* id, Station& station) {
    for (const StationPage& page : pages)
        for (const Row& row : page.rows)
            if (row.id == id) {
                station = page.station;
                return &row;
            }
    return nullptr;
}

/// Whether nobody has said it yet: an unknown value, or one that is only a default.
bool isLeft(const Setup& setup, const std::string& path) {
    const std::optional<Field> field = readField(setup, path);
    if (!field) return false;
    if (field->info.mayBeUnknown) return std::holds_alternative<std::monostate>(field->value);
    return standingOf(setup, path) == Standing::Default;
}

/// The short names of fields, each once.
Message briefs(const Setup& setup, const std::vector<std::string>& fields) {
    std::vector<Message> names;
    for (const std::string& path : fields) {
        Message name = fieldBrief(setup, path);
        if (std::none_of(names.begin(), names.end(), [&](const Message& m) { return m.text == name.text; }))
            names.push_back(std::move(name));
    }
    return say(KH_TR("{list}"), {{"list", std::move(names)}});
}

}  // namespace

std::vector<ToBeSet> stillToBeSet(const Setup& setup, const std::vector<StationPage>& pages) {
    std::vector<ToBeSet> out;
    for (const Entry& e : entries()) {
        Station station = Station::Airframe;
        const Row* row = rowOf(pages, e.row, station);
        if (row == nullptr || !isFor(e.machines, setup)) continue;
        if (*e.what != 0) {
            if (row->standing < e.enough) out.push_back({e.row, station, say(e.title), say(e.what), say(e.why), say(e.blocks), {}});
            continue;
        }
        std::vector<std::string> left = settledAt(setup, e.row);
        std::erase_if(left, [&](const std::string& path) { return !isLeft(setup, path); });
        if (left.empty()) continue;
        Message what = briefs(setup, left);
        out.push_back({e.row, station, row->title, std::move(what), say(e.why), say(e.blocks), std::move(left)});
    }
    return out;
}

std::vector<ToBeSet> stillToSee(const Setup& setup, const std::vector<StationPage>& pages) {
    std::vector<ToBeSet> out = stillToBeSet(setup, pages);
    std::erase_if(out, [](const ToBeSet& one) { return !one.fields.empty(); });
    return out;
}

}  // namespace kh
