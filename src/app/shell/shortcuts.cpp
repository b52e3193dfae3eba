// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/shortcuts.h"

#include "base/message.h"
#include "paint/look/theme.h"

#include <array>
#include <cstring>

namespace kh::app {

std::span<const Shortcut> shortcuts() {
    static constexpr std::array table{
        Shortcut{"new", KH_TR("New model…"), "Ctrl+N", KH_TR("File")},
        Shortcut{"new-quad", KH_TR("New variable-pitch quadrotor…"), "", KH_TR("File")},
        Shortcut{"new-camera", KH_TR("New camera quadrotor…"), "", KH_TR("File")},
        Shortcut{"open", KH_TR("Open…"), "Ctrl+O", KH_TR("File")},
        Shortcut{"save", KH_TR("Save"), "Ctrl+S", KH_TR("File")},
        Shortcut{"save-as", KH_TR("Save As…"), "Ctrl+Shift+S", KH_TR("File")},
        Shortcut{"save-template", KH_TR("Save as a template…"), "", KH_TR("File")},
        Shortcut{"revert", KH_TR("Revert"), "", KH_TR("File")},
        Shortcut{"export", KH_TR("Export…"), "Ctrl+E", KH_TR("File")},
        Shortcut{"print", KH_TR("Print the bench sheet…"), "Ctrl+P", KH_TR("File"), KH_TR("print the sheet")},
        Shortcut{"preferences", KH_TR("Preferences…"), "Ctrl+,", KH_TR("Program")},
        Shortcut{"handbook", KH_TR("Handbook"), "Shift+F1", KH_TR("Program")},
        Shortcut{"shortcuts", KH_TR("Shortcuts"), "Ctrl+?", KH_TR("Program")},
        Shortcut{"about", KH_TR("About and licences"), "", KH_TR("Program")},
        Shortcut{"quit", KH_TR("Quit"), "Ctrl+Q", KH_TR("Program")},
        Shortcut{"undo", KH_TR("Undo"), "Ctrl+Z", KH_TR("Edit"), KH_TR("undo")},
        Shortcut{"redo", KH_TR("Redo"), "Ctrl+Shift+Z", KH_TR("Edit")},
        Shortcut{"boxes", KH_TR("Choose the boxes and servos…"), "Ctrl+B", KH_TR("Edit")},
        Shortcut{"own-box", KH_TR("Copy a box and change it in an editor…"), "", KH_TR("Edit")},
        Shortcut{"no-such-page", KH_TR("My box has no such page"), "", KH_TR("Edit")},
        Shortcut{"servo-book", KH_TR("Servo book…"), "", KH_TR("Edit")},
        Shortcut{"layout-built", KH_TR("Layout as built…"), "", KH_TR("Edit")},
        Shortcut{"layout-form", KH_TR("Layout, angles and radii"), "", KH_TR("Edit")},
        Shortcut{"renew", KH_TR("Take the newer profiles"), "", KH_TR("Edit")},
        Shortcut{"switch-map", KH_TR("Switches and functions"), "", KH_TR("Edit")},
        Shortcut{"hold-form", KH_TR("Hold, kill and power-on"), "", KH_TR("Edit")},
        Shortcut{"hold-mirror", KH_TR("Let hold fly like the mode before"), "", KH_TR("Edit")},
        Shortcut{"schools", KH_TR("Schools…"), "", KH_TR("Edit")},
        Shortcut{"alarms", KH_TR("Timer, alarms and voice"), "", KH_TR("Edit")},
        Shortcut{"failsafe", KH_TR("Failsafe and channel limits"), "", KH_TR("Edit")},
        Shortcut{"spares", KH_TR("Unused channels"), "", KH_TR("Edit")},
        Shortcut{"take-functions", KH_TR("Give what the controller takes a channel"), "", KH_TR("Edit")},
        Shortcut{"add-lead", KH_TR("Add a lead"), "", KH_TR("Edit")},
        Shortcut{"remove-lead", KH_TR("Take the lead out"), "", KH_TR("Edit")},
        Shortcut{"channel-order", KH_TR("Put the channels in the controller's order"), "", KH_TR("Edit")},
        Shortcut{"bench-state", KH_TR("Set the transmitter to its bench state"), "", KH_TR("Edit")},
        Shortcut{"reading", KH_TR("Take a reading…"), "Ctrl+R", KH_TR("Edit"), KH_TR("reading…")},
        Shortcut{"what-follows", KH_TR("What follows if the value were another…"), "Ctrl+I", KH_TR("Edit"), KH_TR("what follows")},
        Shortcut{"what-suits", KH_TR("Want what suits: the nearest head speed, the timer"), "Ctrl+Shift+H", KH_TR("Edit"),
                 KH_TR("what suits")},
        Shortcut{"readings", KH_TR("Readings so far…"), "Ctrl+Shift+R", KH_TR("Edit")},
        Shortcut{"measured", KH_TR("Measured…"), "Ctrl+M", KH_TR("Edit"), KH_TR("measured…")},
        Shortcut{"seen", KH_TR("Seen on the machine"), "Ctrl+Shift+M", KH_TR("Edit"), KH_TR("seen")},
        Shortcut{"remedy", KH_TR("Set the remedy"), "Ctrl+Return", KH_TR("Edit"), KH_TR("set the remedy")},
        Shortcut{"accept", KH_TR("Accept the finding with a reason, or take that back"), "Ctrl+Shift+A", KH_TR("Edit"), KH_TR("accept")},
        Shortcut{"take-typed", KH_TR("Take the plan's steps that need no work by hand"), "Ctrl+Shift+Return", KH_TR("Edit"),
                 KH_TR("take all typed")},
        Shortcut{"plan", KH_TR("Repair plan, and back"), "F11", KH_TR("View"), KH_TR("plan")},
        Shortcut{"to-set", KH_TR("What is still to be set, and back"), "Ctrl+T", KH_TR("View"), KH_TR("still to be set")},
        Shortcut{"not-yet", KH_TR("What may be done, rung by rung, and back"), "Ctrl+L", KH_TR("View"), KH_TR("what may be done")},
        Shortcut{"carry", KH_TR("What stands in the boxes, and is still to be typed, and back"), "Ctrl+J", KH_TR("View"), KH_TR("carry")},
        Shortcut{"as-boxes-stand", KH_TR("Show everything as the boxes stand, or as it is wanted again"), "Ctrl+Shift+J", KH_TR("View"),
                 KH_TR("as the boxes stand")},
        Shortcut{"box-view", KH_TR("Boxes, described by questions, and back"), "Ctrl+Shift+B", KH_TR("View"), KH_TR("boxes")},
        Shortcut{"find", KH_TR("Find an action, a station, a setting…"), "Ctrl+K", KH_TR("View"), KH_TR("find")},
        Shortcut{"why", KH_TR("Why"), "F1", KH_TR("View"), KH_TR("why")},
        Shortcut{"pose", KH_TR("Pose or release"), "F5", KH_TR("View"), KH_TR("pose")},
        Shortcut{"view-back", KH_TR("Back from a view"), "Esc", KH_TR("View"), KH_TR("back"), true},
        Shortcut{"previous", KH_TR("Station before, in a view its part"), "Alt+Left", KH_TR("View")},
        Shortcut{"next", KH_TR("Next station, in a view its part"), "Alt+Right", KH_TR("View"), KH_TR("next station")},
        Shortcut{"station-digit", KH_TR("To a station by its number"), "Alt+1 … 9, 0", KH_TR("View"), "", true},
        Shortcut{"go-page", KH_TR("Into the page"), "F6", KH_TR("View"), KH_TR("page")},
        Shortcut{"go-bench", KH_TR("Into the curves"), "F7", KH_TR("View"), KH_TR("curves")},
        Shortcut{"go-deck", KH_TR("Into the deck"), "F8", KH_TR("View"), KH_TR("deck")},
        Shortcut{"fold-deck", KH_TR("Fold the deck"), "F9", KH_TR("View"), KH_TR("fold deck")},
        Shortcut{"prove", KH_TR("Try every switch combination"), "F10", KH_TR("View"), KH_TR("try switches")},
        Shortcut{"exaggerate", KH_TR("Draw the section 1, 2, 4 times"), "F3", KH_TR("View")},
        Shortcut{"dimensions", KH_TR("Dimensions in the drawing"), "F4", KH_TR("View")},
        Shortcut{"theme", KH_TR("Other theme"), "F12", KH_TR("View")},
        Shortcut{"menu", KH_TR("Model menu"), "Alt+F", KH_TR("View")},
        Shortcut{"page-edit", KH_TR("Edit the cell, or choose"), "Enter", KH_TR("On a page"), KH_TR("edit"), true},
        Shortcut{"page-go", KH_TR("Go to the finding's cell"), "Enter", KH_TR("In Proof"), KH_TR("go there"), true},
        Shortcut{"plan-take", KH_TR("Take the plan's next step"), "Ctrl+Return", KH_TR("In Proof"), KH_TR("take this step"), true},
        Shortcut{"ladder-seen", KH_TR("Seen on the machine, with today's date"), "Space", KH_TR("In Not yet"), KH_TR("seen"), true},
        Shortcut{"follows-take", KH_TR("Take it with what is ticked"), "Enter", KH_TR("In What follows"), KH_TR("take with the ticked"),
                 true},
        Shortcut{"follows-alone", KH_TR("Take it alone"), "Shift+Return", KH_TR("In What follows"), KH_TR("take alone"), true},
        Shortcut{"follows-tick", KH_TR("Take this along, or leave it"), "Space", KH_TR("In What follows"), KH_TR("tick"), true},
        Shortcut{"carry-stands", KH_TR("This page stands so in its box"), "Enter", KH_TR("In Carry"), KH_TR("this page stands so"), true},
        Shortcut{"carry-differs", KH_TR("It differs: type what stands there"), "D", KH_TR("In Carry"),
                 KH_TR("differs: type what stands there"), true},
        Shortcut{"carry-lent", KH_TR("It is lent for the bench: type what stands there"), "L", KH_TR("In Carry"), KH_TR("lent"), true},
        Shortcut{"carry-pages", KH_TR("Read the whole box back, page by page"), "R", KH_TR("In Carry"), KH_TR("read it all back"), true},
        Shortcut{"carry-pass", KH_TR("Pass the page by for this round"), "Space", KH_TR("In Carry"), KH_TR("skip"), true},
        Shortcut{"carry-box", KH_TR("Box before, next"), "Left, Right", KH_TR("In Carry"), KH_TR("box"), true},
        Shortcut{"carry-reset", KH_TR("A box was reset, updated or bound anew…"), "", KH_TR("In Carry")},
        Shortcut{"carry-form", KH_TR("Read a whole box back, page by page…"), "", KH_TR("In Carry")},
        Shortcut{"carry-read", KH_TR("Read a whole box back from a file…"), "", KH_TR("In Carry")},
        Shortcut{"proof-cancel", KH_TR("Cancel the switch proof"), "Esc", KH_TR("In Proof"), "", true},
        Shortcut{"new-create", KH_TR("Make the model"), "Enter", KH_TR("In New model"), KH_TR("create"), true},
        Shortcut{"new-next", KH_TR("Next question"), "Tab", KH_TR("In New model"), KH_TR("next question"), true},
        Shortcut{"new-choose", KH_TR("Choose an answer"), "Left, Right", KH_TR("In New model"), KH_TR("choose"), true},
        Shortcut{"new-question", KH_TR("Go to a question"), "1 … 9", KH_TR("In New model"), KH_TR("go to a question"), true},
        Shortcut{"box-take", KH_TR("Take the answer and go on"), "Enter", KH_TR("In Boxes"), KH_TR("take it"), true},
        Shortcut{"box-unknown", KH_TR("Not known"), "Ctrl+U", KH_TR("In Boxes"), KH_TR("not known")},
        Shortcut{"box-find-out", KH_TR("Find it out by readings, or back"), "Ctrl+Shift+F", KH_TR("In Boxes"), KH_TR("find out")},
        Shortcut{"box-question", KH_TR("Question before, next"), "PgUp, PgDown", KH_TR("In Boxes"), KH_TR("question"), true},
        Shortcut{"box-describe", KH_TR("Describe another box…"), "Ctrl+Shift+N", KH_TR("In Boxes"), KH_TR("describe another")},
        Shortcut{"box-copy", KH_TR("Duplicate the box"), "Ctrl+Shift+C", KH_TR("In Boxes")},
        Shortcut{"box-use", KH_TR("Take the box into the model"), "Ctrl+Shift+T", KH_TR("In Boxes"), KH_TR("into the model")},
        Shortcut{"box-compare", KH_TR("Compare with another box…"), "", KH_TR("In Boxes")},
        Shortcut{"box-import", KH_TR("Import a box…"), "", KH_TR("In Boxes")},
        Shortcut{"box-export", KH_TR("Export the box…"), "", KH_TR("In Boxes")},
        Shortcut{"box-remove", KH_TR("Remove a box of your own"), "", KH_TR("In Boxes")},
        Shortcut{"page-open", KH_TR("Open the row for what belongs to it, or close it"), "Space", KH_TR("On a page"), KH_TR("more"), true},
        Shortcut{"page-part", KH_TR("Next value of the row"), "Tab", KH_TR("On a page"), KH_TR("next"), true},
        Shortcut{"matrix-copy", KH_TR("Copy the cell to the next mode"), "Ctrl+D", KH_TR("In Modes"), KH_TR("to next mode")},
        Shortcut{"matrix-row", KH_TR("Copy the cell to every mode"), "Ctrl+Shift+D", KH_TR("In Modes"), KH_TR("to every mode")},
        Shortcut{"matrix-mode", KH_TR("Copy the whole mode to the next"), "Ctrl+Alt+D", KH_TR("In Modes"), ""},
        Shortcut{"matrix-rename", KH_TR("Rename the mode"), "F2", KH_TR("In Modes"), KH_TR("rename")},
        Shortcut{"matrix-add", KH_TR("Add a mode after this one"), "Ins", KH_TR("In Modes"), ""},
        Shortcut{"matrix-remove", KH_TR("Remove this mode"), "Ctrl+Del", KH_TR("In Modes"), ""},
        Shortcut{"curve-point", KH_TR("Choose a point"), "Left, Right", KH_TR("In the curves"), "", true},
        Shortcut{"curve-move", KH_TR("Move the point by 1 %, with Shift by 0.5 %"), "Up, Down", KH_TR("In the curves"), "", true},
        Shortcut{"curve-flat", KH_TR("Make the curve flat at this point"), "F", KH_TR("In the curves"), "", true},
        Shortcut{"curve-mirror", KH_TR("Mirror the upper half below mid stick"), "M", KH_TR("In the curves"), "", true},
        Shortcut{"curve-line", KH_TR("Straight line through the ends"), "L", KH_TR("In the curves"), "", true},
        Shortcut{"curve-offset", KH_TR("Line and offset, or points"), "O", KH_TR("In the curves"), "", true},
        Shortcut{"curve-shape", KH_TR("Straight or smooth"), "S", KH_TR("In the curves"), "", true},
        Shortcut{"curve-count", KH_TR("A point more, a point less"), "+, -", KH_TR("In the curves"), "", true},
        Shortcut{"curve-plot", KH_TR("Pitch, throttle"), "PgUp, PgDown", KH_TR("In the curves"), "", true},
        Shortcut{"deck-stick", KH_TR("Move the stick by 0.05, with Shift by 0.01"), "Arrows", KH_TR("On the deck"), "", true},
        Shortcut{"deck-centre", KH_TR("Centre the stick"), "Home", KH_TR("On the deck"), "", true},
        Shortcut{"deck-assign", KH_TR("The chosen function answers to this switch, here"), "Enter", KH_TR("On the deck"), "", true},
        Shortcut{"deck-place", KH_TR("Set the switch to this place"), "1, 2, 3", KH_TR("On the deck"), "", true},
    };
    return table;
}

const Shortcut* shortcut(const char* id) {
    for (const Shortcut& s : shortcuts())
        if (std::strcmp(s.id, id) == 0) return &s;
    return nullptr;
}

QString keyName(const Shortcut& s) {
    return QString::fromUtf8(s.keys)
        .replace(QStringLiteral("Return"), QStringLiteral("Enter"))
        .replace(QLatin1Char('+'), s.keys[0] == '+' ? QLatin1Char('+') : QLatin1Char(' '));
}

double drawKeyLine(QPainter& p, double left, double right, double base, std::span<const char* const> ids) {
    using namespace paint;
    const Tokens& t = Theme::tokens();
    double x = left;
    for (const char* id : ids) {
        const Shortcut* s = shortcut(id);
        if (s == nullptr) continue;
        const QString key = keyName(*s);
        const QString word = words(s->hint);
        const double need = textWidth(key, Theme::mono(12)) + 6 + textWidth(word, Theme::font(12)) + 14;
        if (x + need > right) break;
        x = drawText(p, {x, base}, key, Theme::mono(12), t.ink) + 6;
        x = drawText(p, {x, base}, word, Theme::font(12), t.muted) + 14;
    }
    return x;
}

QString shortcutsMarkdown() {
    QString out;
    QStringList groups;
    for (const Shortcut& s : shortcuts())
        if (!groups.contains(QString::fromUtf8(s.group))) groups << QString::fromUtf8(s.group);
    for (const QString& group : groups) {
        out += QStringLiteral("\n### %1\n\n| key | does |\n|---|---|\n").arg(words(group.toUtf8().constData()));
        for (const Shortcut& s : shortcuts())
            if (group == QString::fromUtf8(s.group) && *s.keys != 0)
                out += QStringLiteral("| %1 | %2 |\n").arg(keyName(s), words(s.text).remove(QStringLiteral("…")));
    }
    return out;
}

}  // namespace kh::app
