// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is still to be typed, box by box and page by page, in the order of typing: the same order for view, sheet and whatever walks a
// box. Acts that are no values (save, switch off and on, learn again) stand among the values.
#pragma once

#include "base/message.h"
#include "model/inboxes.h"
#include "model/setup.h"

#include <cstddef>
#include <map>
#include <optional>
#include <string>
#include <vector>

namespace kh {

/// One setting of a page.
struct CarryLine {
    std::string path;
    Message name;                  ///< what it is, with its element
    std::string had, wants;        ///< as the box displays both; had is empty where nothing is known
    Message hadReads, wantsReads;  ///< the same for a reader
    std::string unit;
    InBoxMark mark = InBoxMark::Never;
    InBoxBy by = InBoxBy::Unknown;  ///< how it is known; of one that was never typed without meaning
    std::string at;                 ///< when
    SetHow how = SetHow::Value;     ///< adjusted by eye, learned or stored at binding: no number is typed
    [[nodiscard]] bool left() const { return mark != InBoxMark::There; }
};
/// A page of a box as it is opened, set and left.
struct CarryPage {
    std::string title;                   ///< with the pages it is reached through
    bool first = false;                  ///< it holds what stops the motor or turns something over
    std::vector<Message> before, after;  ///< acts, while something is left on it
    std::vector<CarryLine> lines;
    [[nodiscard]] std::size_t left() const;
};
struct CarryBox {
    Box box = Box::Transmitter;
    std::string name;
    std::vector<CarryPage> pages;  ///< in the order of typing; those without settings are left out
    [[nodiscard]] std::size_t left() const;
    [[nodiscard]] std::size_t lines() const;
    [[nodiscard]] std::size_t notKnown() const;  ///< of those that are left: never typed, or not known any more
};
/// Transmitter, controller, speed controller; those without a menu are left out.
[[nodiscard]] std::vector<CarryBox> carry(const Setup& setup);
/// How many settings are left in all boxes.
[[nodiscard]] std::size_t leftToType(const std::vector<CarryBox>& boxes);
/// A page: "transmitter: Outputs", "transmitter 2", or its title alone where no other box has one that is called so.
/// @throws InputError naming the pages there are
[[nodiscard]] const CarryPage& pageCalled(const std::vector<CarryBox>& boxes, const std::string& name);
/// What is known of the boxes of a document that was written before anybody wrote it down: what a row that is proved rests on was seen,
/// of all else nothing is known.
[[nodiscard]] InBoxes carriedByProof(const Setup& setup);
/// The settings of a page.
[[nodiscard]] std::vector<std::string> pathsOf(const CarryPage& page);

}  // namespace kh
