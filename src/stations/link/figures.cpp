// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the controller reads of each channel, and the pulses it sends.
#include "base/conventions.h"
#include "base/error.h"
#include "judge/figurebuilder.h"
#include "model/fieldpatterns.h"
#include "stations/link/endreadings.h"
#include "stations/link/link.h"

#include <algorithm>

namespace kh {

namespace {

struct LinkFigures : FigureBuilder {
    void channels();
};

void LinkFigures::channels() {
    const TransmitterSettings& tx = setup.transmitter;
    for (const ChannelSettings& c : tx.channels) {
        const ReadingScale reading = readingScale(setup, c);
        const ChannelScale scale = channelScale(tx.profile, c);
        const std::string base = "transmitter.channels." + c.id;
        const std::vector<std::string> paths{base + ".travelLowPct",
                                             base + ".travelHighPct",
                                             base + ".subTrimPct",
                                             base + ".reversed",
                                             "transmitter.profile.usPerPct"_field,
                                             "controller.profile.usPerPct"_field,
                                             "controller.profile.centreUs"_field};
        const auto us = [&](double v) { return [scale, v](Derivation& why) { return channelOutput(v, scale, &why).pulseUs; }; };
        const auto read = [&](double v) {
            return [scale, v, reading](Derivation& why) { return readingPct(channelOutput(v, scale, &why).pulseUs, reading, &why); };
        };
        ChannelFigures f;
        f.id = c.id;
        const auto end = [&](const char* title, bool high, double& ratio) {
            const auto is = endRatio(setup, model, c, high);
            ratio = is.value_or(1.0);
            Figure figure = make(title, {"%", 1, true}, paths, [&](Derivation& why) {
                const double modelled = read(high ? 100 : -100)(why);
                if (is)
                    why.line(KH_TR("the monitor read {k} × what the profiles say; {k} × {m} %"),
                             {{"k", num(*is, 3)}, {"m", signedNum(modelled, 1)}});
                return modelled * is.value_or(1.0);
            });
            figure.measured = is.has_value();
            return figure;
        };
        f.lowReading = end(KH_TR("reading at the low end"), false, f.lowRatio);
        f.highReading = end(KH_TR("reading at the high end"), true, f.highRatio);
        const auto shift = centreShift(setup, c);
        f.centreReading = make(KH_TR("reading at the centre"), {"%", 1, true}, paths, [&](Derivation& why) {
            const double modelled = read(0)(why);
            if (shift)
                why.line(KH_TR("the monitor read {d} % beside what the profiles say: {m} + {d} %"),
                         {{"d", signedNum(*shift, 1)}, {"m", signedNum(modelled, 1)}});
            return modelled + shift.value_or(0.0);
        });
        f.centreReading.measured = shift.has_value();
        f.lowUs = make(KH_TR("pulse at the low end"), {"µs", 0}, paths, us(-100));
        f.centreUs = make(KH_TR("pulse at the centre"), {"µs", 0}, paths, us(0));
        f.highUs = make(KH_TR("pulse at the high end"), {"µs", 0}, paths, us(100));
        f.failsafeUs = make(KH_TR("pulse without a signal"), {"µs", 0}, {base + ".failsafePct", base + ".reversed"},
                            us(c.failsafePct.value_or(0.0)), {{base + ".failsafePct", c.failsafePct.has_value()}});
        // far beyond any travel: the limit is what is left
        f.limitLowUs = make(KH_TR("shortest pulse the limit lets through"), {"µs", 0}, {base + ".limitPct"},
                            [&](Derivation& why) { return std::min(us(-1000)(why), us(1000)(why)); });
        f.limitHighUs = make(KH_TR("longest pulse the limit lets through"), {"µs", 0}, {base + ".limitPct"},
                             [&](Derivation& why) { return std::max(us(-1000)(why), us(1000)(why)); });
        out.channels.push_back(std::move(f));
    }
}

}  // namespace

void linkFigures(const FigureBuilder& b) {
    LinkFigures f{b};
    f.channels();
}

}  // namespace kh
