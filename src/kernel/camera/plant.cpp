// SPDX-License-Identifier: GPL-3.0-or-later
#include "kernel/camera/plant.h"

#include "base/error.h"
#include "model/camera/camera.h"
#include "model/fieldpatterns.h"
#include "model/names.h"

#include <fmt/format.h>
#include <algorithm>

namespace kh {

namespace {

class CameraPlant final : public Plant {
public:
    void run(std::span<const double>, Outputs&) const override {}
    [[nodiscard]] std::span<const OutputEntry> outputs() const override { return {}; }
    [[nodiscard]] double liftPitchDeg(const Outputs&) const override { return 0.0; }
    [[nodiscard]] double gaugedPitchDeg(const Outputs&) const override { return 0.0; }
    [[nodiscard]] double liftN(double, double) const override { return 0.0; }
    [[nodiscard]] double tipMs(double) const override { return -1.0; }
    bool toggle(const Patch&) override { return false; }
    void addPatches(std::vector<Patch>&) const override {}
};

/// Windows the right way round, none inside another: an edge may be shared. @throws InputError naming the window that is wrong
void requireWindows(const Setup& setup, std::string_view family) {
    const std::vector<ModeWindow> windows = windowsUs(setup, family);
    for (std::size_t i = 0; i < windows.size(); ++i) {
        const std::string path = elementPath("controller.profile.takes.{}.lowPct"_field, windows[i].mode);
        if (windows[i].lowUs >= windows[i].highUs)
            throw InputError(path, fmt::format("it must be below the upper edge, which is at {:.0f} µs", windows[i].highUs));
        if (i > 0 && windows[i].lowUs < windows[i - 1].highUs)
            throw InputError(path, fmt::format("at {:.0f} µs it begins inside the window of {}, which ends at {:.0f} µs", windows[i].lowUs,
                                               render(functionTitle({}, windows[i - 1].mode)), windows[i - 1].highUs));
    }
}

std::unique_ptr<Plant> makeCamera(const Setup& setup) {
    requireWindows(setup, camera::kFlight);
    requireWindows(setup, camera::kHome);
    (void)requirePositive("machine.armMm"_field, cameraOf(setup).armMm);
    return std::make_unique<CameraPlant>();
}

/// Channels as the box's sheet asks for them: every stick its way, every place in the middle of its window.
void fitCamera(const Setup& setup, Setup& asked) {
    for (ChannelSettings& c : asked.transmitter.channels) {
        const auto f = cameraClass().find(c.id);
        if (!f) continue;
        const FunctionEntry& entry = cameraClass().entry(*f);
        c.reversed = entry.reversed != nullptr && setup.controller.directions.*entry.reversed;
    }
    for (FunctionChannel& c : asked.transmitter.functionChannels) {
        if (c.id != camera::kFlight && c.id != camera::kHome) continue;
        c.reversed = false;
        c.travelLowPct = c.travelHighPct = fullTravelPct(setup.transmitter.profile, setup.controller.profile);
        c.subTrimPct = 0.0;
        c.limitPct.reset();
        // a value stays where full travel brings it into its window, else it is its middle
        const auto sent = [&](std::string_view id, double valuePct) {
            for (const TakenWindow* w : windowsOf(setup.controller.profile, c.id)) {
                if (w->id != id) continue;
                const double reads = readsPct(asked, c, valuePct);
                return reads >= w->lowPct && reads <= w->highPct ? valuePct
                                                                 : valueReading(asked, c, std::clamp(windowMiddle(*w), -100.0, 100.0));
            }
            return valuePct;
        };
        if (c.id == camera::kHome) c.restPct = sent(camera::kHomeOff, c.restPct);
        for (SwitchFunction& f : asked.transmitter.functions)
            if (familyOf(f.id) == c.id) f.valuePct = sent(f.id, f.valuePct.value_or(c.restPct));
    }
}

}  // namespace

const PlantClass& cameraPlant() {
    static const PlantClass entry{cameraClass(), makeCamera, fitCamera};
    return entry;
}

}  // namespace kh
