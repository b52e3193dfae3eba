// SPDX-License-Identifier: GPL-3.0-or-later
//
// What fields, functions and their elements are called: no path and no id is ever shown to a pilot.
#pragma once

#include "base/error.h"
#include "base/message.h"
#include "model/access.h"
#include "model/setup.h"

#include <string_view>

namespace kh {

/// A field's name: "Motor Kv", "Rudder: travel low", "Idle-up 1: aileron rate". Lists, groups of them and work that was
/// seen on the machine ("rows.binding") have one too; what is no path comes back as words.
[[nodiscard]] Message fieldTitle(const Setup& setup, std::string_view path);
/// The short one, where its row says what it is about.
[[nodiscard]] Message fieldBrief(const Setup& setup, std::string_view path);

/// What a box of the document is called: "Halyard 10"; what is no box goes by the model's name.
[[nodiscard]] std::string boxName(const Setup& setup, Box box);

/// What a function of the switches is called: a mode's name, "Kill", "Bank 2", "Rescue"; else its own words.
[[nodiscard]] Message functionTitle(const TransmitterSettings& transmitter, std::string_view function);
/// Whether a text names a flight mode by its id: it is shown by the mode's name.
[[nodiscard]] bool namesMode(std::string_view path);
/// What a channel's function is called: "Rudder", "Tail gain".
[[nodiscard]] Message channelTitle(std::string_view function);

/// An id or the name of an argument as words: "settingAzimuthsDeg" is "setting azimuths", "blade-links.b" "blade links b".
[[nodiscard]] Message plainWords(std::string_view id);

/// The condition as it is typed, functions by name: "L1 2 + R1 1 | Kill".
[[nodiscard]] Message conditionTitle(const TransmitterSettings& transmitter, const Condition& condition);

/// "collective low": a state of kCheckStates.
[[nodiscard]] Message checkTitle(std::string_view state);

}  // namespace kh
