// SPDX-License-Identifier: GPL-3.0-or-later
#include "model/boxquestions.h"

#include "model/boxtables.h"
#include "model/controllerwords.h"
#include "model/fieldtable.h"
#include "model/names.h"
#include "model/questions.h"
#include "model/traits.h"

#include <algorithm>
#include <array>
#include <cstring>

namespace kh {

namespace {

constexpr BoxKind kAskTx = BoxKind::Transmitter, kAskFc = BoxKind::Controller, kAskEsc = BoxKind::SpeedController,
                  kAskServo = BoxKind::Servo, kAskRx = BoxKind::Receiver;

constexpr const char *kCase = KH_TR("Case"), *kMenu = KH_TR("Menu and words"), *kScale = KH_TR("Scale"), *kChannels = KH_TR("Channels"),
                     *kCurves = KH_TR("Curves"), *kModes = KH_TR("Modes"), *kBeside = KH_TR("Beside"), *kMonitor = KH_TR("Monitor"),
                     *kInputs = KH_TR("Inputs"), *kPlate = KH_TR("Plate"), *kTail = KH_TR("Tail"), *kGyro = KH_TR("Gyro"),
                     *kGovernor = KH_TR("Governor"), *kThrottle = KH_TR("Throttle"), *kPulse = KH_TR("Pulse"), *kSupply = KH_TR("Supply"),
                     *kSignal = KH_TR("Signal"), *kFourRotors = KH_TR("Four rotors");

constexpr const char* kAsUsed = KH_TR("Any name you know it by.");
constexpr const char* kAllTexts = KH_TR("Sheet, steps and findings call it so.");
constexpr const char* kOnCase = KH_TR("It stands on its case or in its manual.");
constexpr const char* kInManual = KH_TR("Its manual says so.");
constexpr const char* kWalkMenu =
    KH_TR("Walk through its menu from the top and write down each page, with what it asks for, in its order.");
constexpr const char* kWalked = KH_TR("Sheet and typing follow its pages in its order, so that nothing is looked for.");
constexpr const char* kOtherWords = KH_TR("Look where it says something else than the program does; leave the rest.");
constexpr const char* kOtherScale =
    KH_TR("Look where it counts otherwise than in the program's units: type what it shows for 0 and for 100.");
constexpr const char* kScaled = KH_TR("Every number on the sheet stands as the box shows it.");
constexpr const char* kOtherWay = KH_TR("Only what is not simply typed in its own menu, or has a range of its own.");
constexpr const char* kSettingsRest = KH_TR("The sheet says where you stand, what you do and when it acts.");
constexpr const char* kFullStick = KH_TR("Full stick with collective in the middle: the share of the way from neutral to a limit. Empty: it mixes no rotors.");
constexpr const char* kReachRest = KH_TR("What four rotors answer to the stick, and what is left of their way.");
constexpr const char* kExported = KH_TR("Export a memory as text, and write down each key with the setting it stands for; leave the rest.");
constexpr const char* kExportRest = KH_TR("Its export is read back at once, in place of page by page.");
constexpr const char* kDescribedOnly =
    KH_TR("Tick what it also does. Keelhaul computes none of it, but says so in every row that rests on it.");
constexpr const char* kTraitsRest = KH_TR("Nothing is judged as if it were not there.");
constexpr const char* kPlugSeen = KH_TR("Look at the mark beside its pins.");
constexpr const char* kPlugRest = KH_TR("It stands where plugs are looked at before power.");

constexpr std::array kAsked{
    BoxQuestion{kAskTx, "name", kCase, true, KH_TR("What is it called?"), kAsUsed, kAllTexts},
    BoxQuestion{kAskTx, "channels", kCase, true, KH_TR("How many channels has it?"), KH_TR("Count them on its monitor page."),
                KH_TR("Whether every function finds a channel.")},
    BoxQuestion{kAskTx, "switches", kCase, true, KH_TR("Which switches has it, and where?"),
                KH_TR("One line a switch, as its name stands on the case. Then drag it to where it sits."),
                KH_TR("Modes, hold and kill are put on its switches; the switch proof tries every place of each.")},
    BoxQuestion{kAskTx, "sticksCalibrated", kCase, false, KH_TR("How often were its own sticks calibrated?"),
                KH_TR("Count one up each time; 0 as it came."), KH_TR("Ends, hold and failsafe of every model are then read anew.")},
    BoxQuestion{kAskTx, "menu", kMenu, true, KH_TR("Which pages has its menu?"), kWalkMenu, kWalked},
    BoxQuestion{kAskTx, "words", kMenu, false, KH_TR("Which words of its own has it?"), kOtherWords,
                KH_TR("Texts and sheet say what stands in its menu.")},
    BoxQuestion{kAskTx, "scales", kMenu, true, KH_TR("Where does it count otherwise?"), kOtherScale, kScaled},
    BoxQuestion{kAskTx, "settings", kMenu, false, KH_TR("What is not simply typed?"), kOtherWay, kSettingsRest},
    BoxQuestion{kAskTx, "exports", kMenu, false, KH_TR("What does its text export call them?"), kExported, kExportRest},
    BoxQuestion{kAskTx, "usPerPct", kScale, true, KH_TR("How far does 1 % move the pulse?"), "",
                KH_TR("Every travel rests on it, and what the controller reads.")},
    BoxQuestion{kAskTx, "centreUs", kScale, false, KH_TR("Which pulse is its centre?"), "",
                KH_TR("What the controller reads with sticks at rest.")},
    BoxQuestion{kAskTx, "resolutionUs", kScale, false, KH_TR("In which steps does it send?"), "",
                KH_TR("How fine a sub-trim or an end can be.")},
    BoxQuestion{kAskTx, "travelStepPct", kChannels, true, KH_TR("In which steps does a travel go?"), "",
                KH_TR("Travels are rounded to what can be typed.")},
    BoxQuestion{kAskTx, "travelLimitPct", kChannels, true, KH_TR("How far does a travel go?"), "",
                KH_TR("Whether an end can be reached by travel at all.")},
    BoxQuestion{kAskTx, "subTrimStepPct", kChannels, false, KH_TR("In which steps does a sub-trim go?"), "",
                KH_TR("Sub-trims are rounded to what can be typed.")},
    BoxQuestion{kAskTx, "outputLimitPct", kChannels, true, KH_TR("How far can any output go?"), "",
                KH_TR("Whether hold and failsafe reach motor-off.")},
    BoxQuestion{kAskTx, "travelSide", kChannels, false, KH_TR("Which side does a travel mean once a channel is reversed?"), "",
                KH_TR("Which of both travels is asked for on a reversed channel.")},
    BoxQuestion{kAskTx, "subTrimLaw", kChannels, false, KH_TR("What does a sub-trim do to the ends?"), "",
                KH_TR("What every channel with a sub-trim sends at its ends.")},
    BoxQuestion{kAskTx, "reverseTurnsTrim", kChannels, false, KH_TR("Does reversing turn the sub-trim over?"), "",
                KH_TR("Where the centre of a reversed channel stands.")},
    BoxQuestion{kAskTx, "limitLaw", kChannels, false, KH_TR("What does an output limit do?"), "",
                KH_TR("What a limited channel sends between centre and end.")},
    BoxQuestion{kAskTx, "curvePoints", kCurves, true, KH_TR("How many points has a curve?"), "",
                KH_TR("Curves are solved for as many points as can be typed.")},
    BoxQuestion{kAskTx, "curveCounts", kCurves, false, KH_TR("Which numbers of points may be chosen?"),
                KH_TR("Look at its curve page: 5, 9, 13 for instance. Leave it empty if any up to the most will do."),
                KH_TR("A curve never gets a number of points the box does not have.")},
    BoxQuestion{kAskTx, "smoothCurves", kCurves, false, KH_TR("Can its curves be smooth?"), "",
                KH_TR("Whether curves go straight from point to point.")},
    BoxQuestion{
        kAskTx, "expoTable", kCurves, false, KH_TR("How does its expo bend?"),
        KH_TR("With expo 100 read the stick's share of the end at evenly spaced places, from 0 to 1. Empty: a cubic, which reads 31 at "
              "half stick with expo 50."),
        KH_TR("Rates near the centre of the stick.")},
    BoxQuestion{kAskTx, "flightModes", kModes, true, KH_TR("How many flight modes has it?"), "",
                KH_TR("Normal, idle-ups and hold must all find a place.")},
    BoxQuestion{kAskTx, "holdLowPct", kModes, true, KH_TR("How far below 0 does hold go?"), "",
                KH_TR("Whether hold can be put surely below motor-off.")},
    BoxQuestion{kAskTx, "holdHighPct", kModes, false, KH_TR("How far up does hold go?"), "",
                KH_TR("Whether hold can keep an idle for bail-out.")},
    BoxQuestion{kAskTx, "gainScale", kModes, true, KH_TR("How does it write a gain?"), "",
                KH_TR("Whether a gain means hold or rate, and how much.")},
    BoxQuestion{kAskTx, "logicalSwitches", kModes, false, KH_TR("How many conditions of two switches does it hold?"),
                KH_TR("Look for a page of logical switches and count; 0 if it has none."),
                KH_TR("Whether a function can wait for two switches.")},
    BoxQuestion{kAskTx, "fades", kModes, false, KH_TR("Can a flight mode be faded into?"),
                KH_TR("Look on its mode page for a delay or a slow-down."), KH_TR("What the rotor does when a switch is moved.")},
    BoxQuestion{kAskTx, "modelMatch", kBeside, false, KH_TR("Does it keep models apart?"), "",
                KH_TR("Whether the wrong model's memory can drive this rotor.")},
    BoxQuestion{kAskTx, "bindGesture", kBeside, false, KH_TR("How is it put into binding?"), kInManual,
                KH_TR("It stands in the step that binds.")},
    BoxQuestion{kAskTx, "bindSign", kBeside, false, KH_TR("How does it show that it binds?"), kInManual,
                KH_TR("It stands in the step that binds.")},
    BoxQuestion{kAskTx, "alsoDoes", kBeside, false, KH_TR("What else does it do?"), kDescribedOnly, kTraitsRest},

    BoxQuestion{kAskFc, "name", kCase, true, KH_TR("What is it called?"), kAsUsed, kAllTexts},
    BoxQuestion{kAskFc, "ports", kCase, true, KH_TR("Which ports have the plate's servos?"),
                KH_TR("As they are printed beside the pins, with commas."), KH_TR("Which servo is told to move which way.")},
    BoxQuestion{kAskFc, "plugMark", kCase, false, KH_TR("Which way round goes a plug?"), kPlugSeen, kPlugRest},
    BoxQuestion{kAskFc, "mountings", kCase, true, KH_TR("In which ways may it sit?"),
                KH_TR("Its page for the mounting lists them, or draws them; tick each."),
                KH_TR("Whether its sensors know which way is up: everything it steadies rests on it.")},
    BoxQuestion{kAskFc, "maxVolts", kCase, false, KH_TR("How high may its supply be?"), kOnCase,
                KH_TR("Whether the receiver's supply destroys it.")},
    BoxQuestion{kAskFc, "menu", kMenu, true, KH_TR("Which pages has its menu?"), kWalkMenu, kWalked},
    BoxQuestion{kAskFc, "words", kMenu, false, KH_TR("Which words of its own has it?"), kOtherWords,
                KH_TR("Texts and sheet say what stands in its menu.")},
    BoxQuestion{kAskFc, "scales", kMenu, false, KH_TR("Where does it count otherwise?"), kOtherScale, kScaled},
    BoxQuestion{kAskFc, "settings", kMenu, true, KH_TR("What is not simply typed?"), kOtherWay, kSettingsRest},
    BoxQuestion{kAskFc, "exports", kMenu, false, KH_TR("What does its text export call them?"), kExported, kExportRest},
    BoxQuestion{kAskFc, "monitor.lamps", kMonitor, true, KH_TR("Does its monitor show numbers?"),
                KH_TR("Move a stick and look: a number, or only lamps?"), KH_TR("Whether an end can be read to the percent.")},
    BoxQuestion{kAskFc, "monitor.unit", kMonitor, false, KH_TR("In which unit?"),
                KH_TR("As it stands behind the number; empty if nothing does."), KH_TR("Readings are typed as they stand there.")},
    BoxQuestion{kAskFc, "monitor.perPct", kMonitor, false, KH_TR("How much does it show for 1 %?"),
                KH_TR("Its manual, or what it shows at a full stick, divided by 100: 1 where it shows %."),
                KH_TR("Readings are typed as they stand there.")},
    BoxQuestion{kAskFc, "monitor.zero", kMonitor, false, KH_TR("What does it show at the centre?"), KH_TR("Let the sticks go and look."),
                KH_TR("Readings are typed as they stand there.")},
    BoxQuestion{kAskFc, "monitor.decimals", kMonitor, false, KH_TR("How many decimals does it show?"), KH_TR("Look at it."),
                KH_TR("How sure a reading is.")},
    BoxQuestion{kAskFc, "monitor.step", kMonitor, false, KH_TR("In which steps does it count?"),
                KH_TR("Move a stick as slowly as you can and watch the last digit."), KH_TR("How sure a reading is.")},
    BoxQuestion{kAskFc, "monitor.turned", kMonitor, false, KH_TR("Which functions does it show with the other sign?"),
                KH_TR("Stick right, forward and up must read +; tick what reads −. Not by a reversed channel: as its manual says."),
                KH_TR("A direction that is right is not turned over.")},
    BoxQuestion{kAskFc, "monitorStopPct", kMonitor, false, KH_TR("Where does its monitor stop?"), "",
                KH_TR("Whether a reading at the stop says anything.")},
    BoxQuestion{kAskFc, "deadBandPct", kMonitor, false, KH_TR("How wide is its dead band?"), "",
                KH_TR("Whether a centre that reads 0 is one.")},
    BoxQuestion{kAskFc, "usPerPct", kMonitor, false, KH_TR("How far moves the pulse for 1 %?"), "",
                KH_TR("Only its ratio to the transmitter's can be read; every end rests on that.")},
    BoxQuestion{kAskFc, "centreUs", kMonitor, false, KH_TR("Which pulse is its centre?"), "", KH_TR("What it reads with sticks at rest.")},
    BoxQuestion{kAskFc, "learnsCentre", kMonitor, false, KH_TR("Does it learn the centre at power-up?"), "",
                KH_TR("Whether a sub-trim is needed at all.")},
    BoxQuestion{kAskFc, "punishesOvershoot", kMonitor, true, KH_TR("Does it mind readings beyond 100?"), "",
                KH_TR("Whether an end is set just below 100 or just above.")},
    BoxQuestion{kAskFc, "demandLimitPct", kMonitor, false, KH_TR("Up to which reading does it do more?"), "",
                KH_TR("How far the plate goes where a reading overshoots.")},
    BoxQuestion{kAskFc, "channelOrder", kInputs, true, KH_TR("In which order does it want the channels?"),
                KH_TR("Its page for the receiver lists them from the first channel; put them in that order."),
                KH_TR("Which stick moves what.")},
    BoxQuestion{kAskFc, "takes", kInputs, false, KH_TR("What does it take on channels of their own?"),
                KH_TR("Bank, rescue, level, arming: with the readings between which each is on."),
                KH_TR("Every such function has a channel, and a place of a switch that is heard.")},
    BoxQuestion{kAskFc, "aileronReachPct", kFourRotors, false, KH_TR("How far does aileron move a rotor?"), kFullStick, kReachRest},
    BoxQuestion{kAskFc, "elevatorReachPct", kFourRotors, false, KH_TR("How far does elevator move a rotor?"), kFullStick, kReachRest},
    BoxQuestion{kAskFc, "rudderReachPct", kFourRotors, false, KH_TR("How far does rudder move a rotor?"), kFullStick, kReachRest},
    BoxQuestion{kAskFc, "yawFollows", kFourRotors, false, KH_TR("Does it turn yaw over below zero collective?"),
                KH_TR("Rudder right, collective first above the middle, then below: does the other pair rise?"),
                KH_TR("Whether the yaw gyro runs away while such a machine flies inverted.")},
    BoxQuestion{kAskFc, "checks", kFourRotors, false, KH_TR("Which check points does it ask for?"),
                KH_TR("Its page lists states of stick and switch, each with the readings that pass."),
                KH_TR("Which point of a curve to move, which way, to what value.")},
    BoxQuestion{kAskFc, "receiverKinds", kInputs, false, KH_TR("Of which kinds of receiver is it told?"),
                KH_TR("Its page for the receiver lists them; tick each, none if it does not ask."),
                KH_TR("Whether what it is told is what is aboard.")},
    BoxQuestion{kAskFc, "variants", kInputs, false, KH_TR("Which variants of the signal does it know?"),
                KH_TR("Its page for the receiver lists them, in its own words, with commas; empty if it does not ask."),
                KH_TR("A lamp that is lit while nothing moves is explained by it.")},
    BoxQuestion{kAskFc, "variantBy", kInputs, false, KH_TR("What decides the variant of the signal?"), kInManual,
                KH_TR("It stands in the step that binds it.")},
    BoxQuestion{kAskFc, "ownFailsafe", kInputs, false, KH_TR("Has it a failsafe of its own?"), kInManual,
                KH_TR("Where motor-off is stored for a lost signal.")},
    BoxQuestion{kAskFc, "layouts", kPlate, true, KH_TR("Which plate layouts does it know?"),
                KH_TR("Its page for the plate lists them; tick each."), KH_TR("Whether it mixes for the plate that is built.")},
    BoxQuestion{kAskFc, "pulsesUs", kPlate, true, KH_TR("Which servo pulses can it send?"),
                KH_TR("Its page for the servos lists them, in µs, with commas."),
                KH_TR("A servo at the wrong pulse is driven into its stop.")},
    BoxQuestion{kAskFc, "ratesHz", kPlate, true, KH_TR("Which frame rates can it send?"),
                KH_TR("Its page for the servos lists them, in Hz, with commas."), KH_TR("A servo at too high a rate burns.")},
    BoxQuestion{kAskFc, "referenceDeg", kPlate, true, KH_TR("Which blade angle does it want for its reference?"), "",
                KH_TR("Every degree of cyclic and collective is counted from it.")},
    BoxQuestion{kAskFc, "referenceDemandPct", kPlate, false, KH_TR("Which demand does that angle stand for?"), "",
                KH_TR("How far the plate tilts at a full stick.")},
    BoxQuestion{kAskFc, "collectiveRanges", kPlate, false, KH_TR("Which ranges has it for the collective?"), "",
                KH_TR("Where pitch ends are set: here, or by the transmitter's travel.")},
    BoxQuestion{kAskFc, "strokeUs", kPlate, false, KH_TR("How far moves a servo at a full demand?"), "",
                KH_TR("Every angle of the plate.")},
    BoxQuestion{kAskFc, "usableStrokeUs", kPlate, false, KH_TR("How much of a servo's stroke may be used?"), "",
                KH_TR("Whether a servo is driven into its stop.")},
    BoxQuestion{kAskFc, "trimStepUs", kPlate, false, KH_TR("In which steps goes a servo trim?"), "",
                KH_TR("How level the plate can be made.")},
    BoxQuestion{kAskFc, "trimSafeUs", kPlate, false, KH_TR("How large may a servo trim be?"), "",
                KH_TR("When a horn is moved on its teeth instead.")},
    BoxQuestion{kAskFc, "tailStrokeUs", kTail, false, KH_TR("How far moves the tail servo at limit 100?"), "",
                KH_TR("Every angle of the tail blades.")},
    BoxQuestion{kAskFc, "tailWindowLowPct", kTail, false, KH_TR("How small may a tail limit be?"), "",
                KH_TR("When the ball is moved on the arm instead.")},
    BoxQuestion{kAskFc, "tailWindowHighPct", kTail, false, KH_TR("How large may a tail limit be?"), "",
                KH_TR("When the ball is moved on the arm instead.")},
    BoxQuestion{kAskFc, "gainScale", kTail, true, KH_TR("How does it show a gain?"), "",
                KH_TR("Whether a gain means hold or rate, and how much.")},
    BoxQuestion{kAskFc, "gainStartPct", kTail, false, KH_TR("From which tail gain does its maker start?"), kInManual,
                KH_TR("What a new model begins with.")},
    BoxQuestion{kAskFc, "scalesGain", kTail, false, KH_TR("Does it scale the tail gain by head speed?"), "",
                KH_TR("Whether a slower mode needs more gain.")},
    BoxQuestion{kAskFc, "oneTailDirection", kTail, false, KH_TR("Is one tail direction for stick and gyro?"), "",
                KH_TR("What turns over when the tail is reversed.")},
    BoxQuestion{kAskFc, "gyroSenses", kGyro, false, KH_TR("Can each gyro sense be turned over?"), "",
                KH_TR("Whether a wrong sense is a setting or a mounting.")},
    BoxQuestion{kAskFc, "levelling", kGyro, false, KH_TR("What does it do by its accelerometer?"), kInManual,
                KH_TR("Whether rescue and level are set up and tried.")},
    BoxQuestion{kAskFc, "learns", kGyro, false, KH_TR("What does it learn at power-up?"), kInManual,
                KH_TR("What must stand still, and where, when it is powered.")},
    BoxQuestion{kAskFc, "separateSensor", kGyro, false, KH_TR("Do its gyros sit in a case of their own?"), KH_TR("Look at it."),
                KH_TR("Whose mounting counts, and what is looked at where it sits.")},
    BoxQuestion{kAskFc, "startSign", kGyro, false, KH_TR("How does it show a good start?"),
                KH_TR("Switch on and count: jumps of the plate, its lamp, a tone, seconds."),
                KH_TR("The start-up step asks for just that; another one means that it did not initialise.")},
    BoxQuestion{kAskFc, "governors", kGovernor, true, KH_TR("Which governors has it?"),
                KH_TR("Its page for the governor; tick \"off\" if it can be off."), KH_TR("Who keeps the head speed.")},
    BoxQuestion{kAskFc, "banks", kGovernor, true, KH_TR("How many banks of settings has it?"),
                KH_TR("Count them on its page; 1 if it has none."), KH_TR("Rates and gains of each mode.")},
    BoxQuestion{kAskFc, "axesApart", kGovernor, false, KH_TR("Has a bank roll and pitch apart?"),
                KH_TR("Look at the page of a bank: one rate for both, or two."), KH_TR("Whether pitch has rates and gains of its own.")},
    BoxQuestion{kAskFc, "passesThrottle", kGovernor, false, KH_TR("Can its governor pass the throttle through?"), kInManual,
                KH_TR("How the speed controller learns its ends behind it.")},
    BoxQuestion{kAskFc, "asksPolePairs", kGovernor, false, KH_TR("Does it ask for pole pairs?"), "",
                KH_TR("Poles for pairs doubles the head speed.")},
    BoxQuestion{kAskFc, "alsoDoes", kBeside, false, KH_TR("What else does it do?"), kDescribedOnly, kTraitsRest},

    BoxQuestion{kAskEsc, "name", kCase, true, KH_TR("What is it called?"), kAsUsed, kAllTexts},
    BoxQuestion{kAskEsc, "maxCells", kCase, true, KH_TR("How many cells does it take?"), "", KH_TR("Whether the pack destroys it.")},
    BoxQuestion{kAskEsc, "signalsBy", kCase, false, KH_TR("How does it confirm an end it has learned?"), "",
                KH_TR("What the step for the throttle ends tells you to wait for.")},
    BoxQuestion{kAskEsc, "armsS", kCase, false, KH_TR("How long from power to ready?"),
                KH_TR("Blades off, pinion out of mesh: count the seconds until it says that it is ready."),
                KH_TR("How long nothing may be moved.")},
    BoxQuestion{kAskEsc, "notLearned", kCase, false, KH_TR("How does it say that ends were not learned?"), kInManual,
                KH_TR("What to look for when it does not start.")},
    BoxQuestion{kAskEsc, "governs", kThrottle, true, KH_TR("Does it keep a head speed?"), "", KH_TR("What a throttle curve means.")},
    BoxQuestion{kAskEsc, "acceptsLowUs", kThrottle, true, KH_TR("Which is the shortest pulse it accepts?"), "",
                KH_TR("Whether hold is read as off, or as no signal.")},
    BoxQuestion{kAskEsc, "acceptsHighUs", kThrottle, true, KH_TR("Which is the longest pulse it accepts?"), "",
                KH_TR("Whether full throttle is read as no signal.")},
    BoxQuestion{kAskEsc, "learnsFirst", kThrottle, true, KH_TR("Which end does it learn first?"), "",
                KH_TR("Whether the stick must be high or low when it is powered.")},
    BoxQuestion{kAskEsc, "bailOutPct", kThrottle, false, KH_TR("Which throttle keeps it armed for bail-out?"), kInManual,
                KH_TR("Hold's idle, where hold is not motor-off.")},
    BoxQuestion{kAskEsc, "leastOpeningPct", kThrottle, false, KH_TR("How low may a governed speed be?"), kInManual,
                KH_TR("Whether the slowest mode can be governed.")},
    BoxQuestion{kAskEsc, "maxElectricalRpm", kThrottle, false, KH_TR("How fast may the motor's field turn?"), kInManual,
                KH_TR("Whether motor and pack overrun it.")},
    BoxQuestion{kAskEsc, "menu", kMenu, true, KH_TR("Which pages has its menu?"), kWalkMenu, kWalked},
    BoxQuestion{kAskEsc, "words", kMenu, false, KH_TR("Which words of its own has it?"), kOtherWords,
                KH_TR("Texts and sheet say what stands in its menu.")},
    BoxQuestion{kAskEsc, "scales", kMenu, false, KH_TR("Where does it count otherwise?"), kOtherScale, kScaled},
    BoxQuestion{kAskEsc, "settings", kMenu, false, KH_TR("What is not simply typed?"), kOtherWay, kSettingsRest},
    BoxQuestion{kAskEsc, "exports", kMenu, false, KH_TR("What does its text export call them?"), kExported, kExportRest},
    BoxQuestion{kAskEsc, "alsoDoes", kBeside, false, KH_TR("What else does it do?"), kDescribedOnly, kTraitsRest},

    BoxQuestion{kAskServo, "name", kCase, true, KH_TR("What is it called?"), kAsUsed, kAllTexts},
    BoxQuestion{kAskServo, "pulseUs", kPulse, true, KH_TR("Which pulse class has it?"), kOnCase,
                KH_TR("At the wrong pulse it is driven into its stop.")},
    BoxQuestion{kAskServo, "maxHz", kPulse, true, KH_TR("Which frame rate does it take at most?"), kOnCase,
                KH_TR("At too high a rate it burns.")},
    BoxQuestion{kAskServo, "degPerUs", kPulse, false, KH_TR("How far does it turn for 1 µs?"),
                KH_TR("Measure the arm's angle at a known pulse, both ways."), KH_TR("Every angle of plate and tail.")},
    BoxQuestion{kAskServo, "deadBandUs", kPulse, false, KH_TR("How wide is its dead band?"), kInManual,
                KH_TR("How level the plate can be made.")},
    BoxQuestion{kAskServo, "rangeDeg", kPulse, false, KH_TR("How far does it turn from stop to stop?"), kInManual,
                KH_TR("Whether it is driven into its stop.")},
    BoxQuestion{kAskServo, "splineTeeth", kPulse, false, KH_TR("How many teeth has its shaft?"), kInManual,
                KH_TR("How far an arm moves from tooth to tooth.")},
    BoxQuestion{kAskServo, "source", kPulse, false, KH_TR("Where do pulse and rate stand?"),
                KH_TR("Its case, a data sheet, a seller's page: write it down."), KH_TR("What a contradiction is weighed by.")},
    BoxQuestion{kAskServo, "otherPulseUs", kPulse, false, KH_TR("Does another source say another pulse class?"),
                KH_TR("Leave it empty if there is none."), KH_TR("Two that contradict leave it unknown: the servo stays unplugged.")},
    BoxQuestion{kAskServo, "otherMaxHz", kPulse, false, KH_TR("Does another source say another rate?"),
                KH_TR("Leave it empty if there is none."), KH_TR("Two that contradict leave it unknown: 50 Hz at most.")},
    BoxQuestion{kAskServo, "otherSource", kPulse, false, KH_TR("Which is that other source?"), KH_TR("Leave it empty if there is none."),
                KH_TR("What a contradiction is weighed by.")},
    BoxQuestion{kAskServo, "maxVolts", kSupply, true, KH_TR("How high may its supply be?"), kOnCase,
                KH_TR("Whether the supply destroys it.")},
    BoxQuestion{kAskServo, "minVolts", kSupply, false, KH_TR("How low may its supply be?"), kOnCase,
                KH_TR("Whether it still holds under load.")},

    BoxQuestion{kAskRx, "name", kCase, true, KH_TR("What is it called?"), kAsUsed, kAllTexts},
    BoxQuestion{kAskRx, "outputs", kCase, true, KH_TR("How many outputs has it?"), KH_TR("Count its rows of pins."),
                KH_TR("Whether every lead finds one.")},
    BoxQuestion{kAskRx, "plugMark", kCase, false, KH_TR("Which way round goes a plug?"), kPlugSeen, kPlugRest},
    BoxQuestion{kAskRx, "failsafe", kSignal, true, KH_TR("What does it do when the signal is lost?"),
                KH_TR("Pinion out of mesh, blades off: switch the transmitter off and watch every channel on the monitor."),
                KH_TR("Where motor-off is stored for a lost signal.")},
    BoxQuestion{kAskRx, "protocol", kSignal, false, KH_TR("Which signal does it send?"), kInManual,
                KH_TR("Whether the controller is told of the same.")},
    BoxQuestion{kAskRx, "variantBy", kSignal, false, KH_TR("What decides which variant it sends?"), kInManual,
                KH_TR("It stands in the step that binds it.")},
    BoxQuestion{kAskRx, "bindGesture", kSignal, false, KH_TR("How is it bound?"), kInManual, KH_TR("It stands in the step that binds it.")},
    BoxQuestion{kAskRx, "lampBound", kSignal, false, KH_TR("What shows its lamp when it is bound?"), KH_TR("Look at it."),
                KH_TR("It stands in the step that binds it.")},
    BoxQuestion{kAskRx, "lampWaits", kSignal, false, KH_TR("What shows its lamp while it waits to be bound?"), kInManual,
                KH_TR("It stands in the step that binds it.")},
};

constexpr std::array kLevellingWords{Choice{KH_TR("rescue")}, Choice{KH_TR("level")}};
constexpr std::array kLearnsWords{Choice{KH_TR("gyro zero")}, Choice{KH_TR("stick centres")}};
constexpr std::array kGovernorWords{Choice{KH_TR("off")}, Choice{KH_TR("internal")}};
constexpr std::array kChannelWords{"aileron", "elevator", "collective", "rudder", "throttle", "gain"};

bool ofChannels(std::string_view key) { return key == "channelOrder" || key == "monitor.turned"; }

/// The words of a closed set that a list of names is made of; none for a list whose names are the box's own.
std::span<const Choice> namesOf(std::string_view key) {
    if (key == "layouts") return kLayoutChoices;
    if (key == "mountings") return kMountingChoices;
    if (key == "levelling") return kLevellingWords;
    if (key == "learns") return kLearnsWords;
    if (key == "governors") return kGovernorWords;
    if (key == "receiverKinds") return kReceiverKindChoices;
    return {};
}

}  // namespace

std::span<const BoxQuestion> boxQuestions() { return kAsked; }

std::vector<const BoxQuestion*> boxQuestions(BoxKind kind) {
    std::vector<const BoxQuestion*> out;
    for (const BoxQuestion& q : kAsked)
        if (q.kind == kind) out.push_back(&q);
    return out;
}

const BoxQuestion* boxQuestion(BoxKind kind, std::string_view key) {
    const auto found = std::find_if(kAsked.begin(), kAsked.end(), [&](const BoxQuestion& q) { return q.kind == kind && key == q.key; });
    return found == kAsked.end() ? nullptr : &*found;
}

Message howToAnswer(const BoxQuestion& question) {
    if (*question.how != '\0') return say(question.how);
    const Question* fact = questionOf(boxOf(question.kind), question.key);
    return fact == nullptr ? say(kInManual) : say(fact->how);
}

AnswerKind answerKind(const BoxQuestion& question) {
    const std::string_view key = question.key;
    if (isBoxTable(key)) return AnswerKind::Table;
    if (key == "channelOrder") return AnswerKind::Order;
    if (key == "alsoDoes" || ofChannels(key) || !namesOf(key).empty()) return AnswerKind::Words;
    const Setup any;
    const FieldPattern* pattern = FieldTable::of(any).patternOf(boxRoot(any, question.kind) + question.key);
    const bool picked = pattern != nullptr && (pattern->info.kind == FieldKind::Flag || pattern->info.kind == FieldKind::Choice);
    return picked ? AnswerKind::Pick : AnswerKind::Line;
}

std::vector<AnswerWord> answerWords(const BoxQuestion& question) {
    std::vector<AnswerWord> out;
    const std::string_view key = question.key;
    if (key == "alsoDoes") {
        for (const Trait& t : traits())
            if (t.box == boxOf(question.kind)) out.push_back({t.id, say(t.title)});
        return out;
    }
    if (ofChannels(key))
        for (const char* function : kChannelWords) out.push_back({function, channelTitle(function)});
    for (const Choice& c : namesOf(key)) out.push_back({c.id, say(c.caption == nullptr ? c.id : c.caption)});
    return out;
}

}  // namespace kh
