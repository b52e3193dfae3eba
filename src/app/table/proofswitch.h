// SPDX-License-Identifier: GPL-3.0-or-later
//
// Plan, findings, what is still to be set, and the ways between the three: a switch at the page's top right.
#pragma once

#include "app/look/items.h"
#include "session/workspace.h"

#include <functional>

namespace kh::app {

void drawProofSwitch(QPainter* p, const session::Workspace& w, double width, const std::function<void(Item)>& put);
/// Where it begins.
[[nodiscard]] double proofSwitchLeft(const session::Workspace& w, double width);
/// Shows the face whose part of the switch this is. @return false if it is none
bool chooseFace(session::Workspace& w, const QString& item);

}  // namespace kh::app
