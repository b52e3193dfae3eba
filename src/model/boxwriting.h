// SPDX-License-Identifier: GPL-3.0-or-later
//
// How a box asks for its settings: its menu, its scales and words, where and how each of them is typed. Every kind of box has these.
#pragma once

#include <optional>
#include <string>
#include <vector>

namespace kh {

/// In which order a page asks for what its lists have: everything of one channel, or one topic for all channels.
enum class PageOrder { Element, Topic };

/// A page of a box's own menu; pages stand in the box's order and make a tree.
struct MenuEntry {
    std::string id;                   ///< of its own
    std::string title;                ///< as the box calls it
    std::string under;                ///< id of the page it is reached from; empty: of the menu itself
    std::string firmware;             ///< a firmware has a whole menu; empty: that of all others
    std::vector<std::string> topics;  ///< typed here (model/topics.h), in this order
    PageOrder order = PageOrder::Element;
    bool operator==(const MenuEntry&) const = default;
};

/// How a box writes what a topic asks for, where that is not the program's own unit.
struct BoxScale {
    std::string id;        ///< topic
    std::string unit;      ///< as the box shows it; may be empty
    double perUnit = 1.0;  ///< shown = perUnit · value + offset, value in the program's unit
    double offset = 0.0;
    int decimals = 0;
    double step = 0.0;  ///< of the box, as shown; 0: none that matters
    bool operator==(const BoxScale&) const = default;
};

/// What a box calls a choice: "reverse:reversed" is topic and word of the program.
struct BoxWord {
    std::string id;
    std::string says;
    bool operator==(const BoxWord&) const = default;
};

/// Where a pilot stands to set it.
enum class SetAt { Menu, Program, OtherBox, TelemetryPage, Sticks, File };
/// What he does there.
enum class SetHow {
    Value,    ///< a number or a choice is typed
    ByEye,    ///< it is adjusted, and no number is shown
    Gesture,  ///< it is learned
    Binding   ///< it is stored when receiver and transmitter are bound
};
/// What must be done before it acts.
enum class SetActs { AtOnce, Saved, PowerCycled };

/// How a box is told what a topic asks for, where that is not a value typed in its own menu, from end to end of the description.
struct BoxSetting {
    std::string id;  ///< topic
    SetAt at = SetAt::Menu;
    SetHow how = SetHow::Value;
    SetActs acts = SetActs::AtOnce;
    std::optional<double> low, high;  ///< the least and the most it takes, as it shows them
    std::optional<double> factory;    ///< as it comes, as it shows it
    std::string with;                 ///< topic that the same knob sets too; empty: none
    bool operator==(const BoxSetting&) const = default;
};

/// A line of the text a box or its program exports, key and value: which setting its key stands for.
struct BoxExport {
    std::string id;       ///< of its own
    std::string key;      ///< as it stands in the text
    std::string setting;  ///< a field's path
    bool operator==(const BoxExport&) const = default;
};

inline constexpr int kProfileFormat = 2;

}  // namespace kh
