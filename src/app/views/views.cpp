// SPDX-License-Identifier: GPL-3.0-or-later
//
// The views that ship, in the order of the palette.
#include "app/boxes/boxesview.h"
#include "app/carry/carryview.h"
#include "app/helicopter/newmodel/newmodelview.h"
#include "app/views/notyetview.h"
#include "app/views/planview.h"
#include "app/views/tosetview.h"
#include "app/views/whatfollowsview.h"

#include <array>

namespace kh::app {

std::span<const ViewEntry> shippedViews() {
    static const std::array<ViewEntry, 7> views{planViewEntry(),        toSetViewEntry(),    notYetViewEntry(),
                                                whatFollowsViewEntry(), carryViewEntry(), newModelViewEntry(), boxesViewEntry()};
    return views;
}

}  // namespace kh::app
