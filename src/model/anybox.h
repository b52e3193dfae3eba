// SPDX-License-Identifier: GPL-3.0-or-later
//
// A box of whatever kind, by itself: what is asked of its fields is asked of a document that holds it.
#pragma once

#include "model/setup.h"

#include <array>
#include <string>
#include <string_view>
#include <variant>

namespace kh {

using AnyBox = std::variant<TransmitterProfile, ControllerProfile, SpeedControllerProfile, ServoProfile, ReceiverProfile>;
/// In the order of AnyBox.
enum class BoxKind { Transmitter, Controller, SpeedController, Servo, Receiver };
inline constexpr std::array kBoxKinds{BoxKind::Transmitter, BoxKind::Controller, BoxKind::SpeedController, BoxKind::Servo,
                                      BoxKind::Receiver};

[[nodiscard]] inline BoxKind kindOf(const AnyBox& box) { return static_cast<BoxKind>(box.index()); }
/// Whose colour and topics it has; servos and receivers are the machine's.
[[nodiscard]] Box boxOf(BoxKind kind);
[[nodiscard]] const char* kindTitle(BoxKind kind);   ///< "transmitter"
[[nodiscard]] const char* kindPlural(BoxKind kind);  ///< "transmitters"
[[nodiscard]] const std::string& idOf(const AnyBox& box);
[[nodiscard]] const std::string& nameOf(const AnyBox& box);
[[nodiscard]] int versionOf(const AnyBox& box);
/// The box under another id and name, as the first version of its content.
[[nodiscard]] AnyBox renamed(AnyBox box, const std::string& id, const std::string& name);
/// The facts of it that are open; nullptr for a kind that has none.
[[nodiscard]] const std::vector<UnknownFact>* unknownOf(const AnyBox& box);
/// Holds a box to itself. @throws InputError as requireConsistent
void requireConsistent(const AnyBox& box);

/// A document that holds the box, for what is asked of fields; the rest of it is as a document begins.
[[nodiscard]] Setup holding(const AnyBox& box);
[[nodiscard]] Setup holding(const AnyBox& box, Setup in);
/// The box of a kind in such a document.
[[nodiscard]] AnyBox boxIn(const Setup& setup, BoxKind kind);
/// What the fields of the box begin with there: "transmitter.profile.".
[[nodiscard]] std::string boxRoot(const Setup& setup, BoxKind kind);

/// Its id made of a name: "Jib 7" is "jib-7". Letters of other alphabets are left out.
[[nodiscard]] std::string idFromName(std::string_view name);

}  // namespace kh
