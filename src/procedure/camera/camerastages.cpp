// SPDX-License-Identifier: GPL-3.0-or-later
//
// What a camera quadrotor's trace shows behind the reading of its modes and of return home: the window, and what is then held.
#include "model/names.h"
#include "procedure/camera/cameraentry.h"

#include <algorithm>
#include <cmath>

namespace kh {

namespace {

class CameraStages final : public MachineStages {
public:
    explicit CameraStages(const Setup& setup)
        : modes_(windowsUs(setup, camera::kFlight)), home_(windowsUs(setup, camera::kHome)), facts_(cameraOf(setup)) {}

    void add(Trace& t, Function f, const ChainModel&, const ChainModel&) const override {
        if (f != camera::Flight && f != camera::Home) return;
        const std::vector<ModeWindow>& windows = f == camera::Flight ? modes_ : home_;
        const double now = t.now.channels[indexOf(f)].pulseUs, asked = t.asked.channels[indexOf(f)].pulseUs;
        const ModeWindow *is = windowAt(windows, now), *wanted = windowAt(windows, asked);
        Stage window{f, "window", KH_TR("window"), Box::Controller, "", 0};
        window.value = placeAmong(windows, is);
        window.asked = placeAmong(windows, wanted);
        window.note = is == nullptr
                          ? say(KH_TR("none"))
                          : say(KH_TR("{w}, {a} … {b} µs"), {{"w", heldTitle(is->mode)}, {"a", num(is->lowUs)}, {"b", num(is->highUs)}});
        setLevels(window, static_cast<double>(std::max<std::size_t>(windows.size(), 1)));
        t.stages.push_back(std::move(window));
        Stage holds{f, "holds", KH_TR("it holds"), Box::Machine, "", 0};
        holds.value = held(is);
        holds.asked = held(wanted);
        holds.note = heldWords(is);
        setLevels(holds, 3.0);
        t.stages.push_back(std::move(holds));
    }
    void finish(Trace&, const ChainModel&, const ChainModel&) const override {}

private:
    /// Which it is, from the lowest, 1 the first; 0: none.
    static double placeAmong(const std::vector<ModeWindow>& windows, const ModeWindow* window) {
        if (window == nullptr) return 0.0;
        return 1.0 + static_cast<double>(std::ranges::count_if(windows, [&](const ModeWindow& w) { return w.lowUs < window->lowUs; }));
    }
    [[nodiscard]] double held(const ModeWindow* window) const {
        const HeldMode* m = window == nullptr ? nullptr : heldMode(facts_, window->mode);
        return m == nullptr ? 0.0 : static_cast<double>(m->angle + m->height + m->position);
    }
    [[nodiscard]] Message heldWords(const ModeWindow* window) const {
        const HeldMode* m = window == nullptr ? nullptr : heldMode(facts_, window->mode);
        std::vector<Message> out;
        if (m != nullptr && m->angle) out.push_back(say(KH_TR("angle")));
        if (m != nullptr && m->height) out.push_back(say(KH_TR("height")));
        if (m != nullptr && m->position) out.push_back(say(KH_TR("place")));
        return out.empty() ? say(KH_TR("nothing")) : say(KH_TR("{list}"), {{"list", out}});
    }

    std::vector<ModeWindow> modes_, home_;
    Camera facts_;
};

}  // namespace

std::unique_ptr<MachineStages> cameraStages(const Setup& setup, const ChainModel&) { return std::make_unique<CameraStages>(setup); }

}  // namespace kh
