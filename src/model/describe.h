// SPDX-License-Identifier: GPL-3.0-or-later
//
// The describe functions of every struct, so that the description can be written in several files; private to model.
#pragma once

#include "model/fields.h"

namespace kh {

void describe(FieldVisitor& v, PowerTrain& x);
void describe(FieldVisitor& v, Wiring& x);
void describe(FieldVisitor& v, Supply& x);
void describe(FieldVisitor& v, Machine& x);
void describe(FieldVisitor& v, ChannelSettings& x);
void describe(FieldVisitor& v, FunctionChannel& x);
void describe(FieldVisitor& v, SpareChannel& x);
void describe(FieldVisitor& v, Schools& x);
void describe(FieldVisitor& v, Alarms& x);
void describe(FieldVisitor& v, AxisRates& x);
void describe(FieldVisitor& v, FlightMode& x);
void describe(FieldVisitor& v, HoldSettings& x);
void describe(FieldVisitor& v, ThrottleStop& x);
void describe(FieldVisitor& v, StickTrims& x);
void describe(FieldVisitor& v, SwitchSettings& x);
void describe(FieldVisitor& v, SwitchFunction& x);
void describe(FieldVisitor& v, TransmitterSettings& x);
void describe(FieldVisitor& v, PortSettings& x);
void describe(FieldVisitor& v, DirectionSettings& x);
void describe(FieldVisitor& v, ControllerTail& x);
void describe(FieldVisitor& v, GyroSettings& x);
void describe(FieldVisitor& v, GovernorSettings& x);
void describe(FieldVisitor& v, Bank& x);
void describe(FieldVisitor& v, ControllerSettings& x);
void describe(FieldVisitor& v, CalibrationPoint& x);
void describe(FieldVisitor& v, SpeedControllerSettings& x);
void describe(FieldVisitor& v, MenuEntry& x);
void describe(FieldVisitor& v, BoxSetting& x);
void describe(FieldVisitor& v, BoxScale& x);
void describe(FieldVisitor& v, TakenWindow& x);
void describe(FieldVisitor& v, CheckWindow& x);
void describe(FieldVisitor& v, Monitor& x);
void describe(FieldVisitor& v, BoxWord& x);
void describe(FieldVisitor& v, BoxExport& x);
void describe(FieldVisitor& v, SwitchProfile& x);
void describe(FieldVisitor& v, Reading& x);
void describe(FieldVisitor& v, AcceptedFinding& x);

inline constexpr NumberSpec kServoPulse{500, 2000, "µs"};
inline constexpr NumberSpec kAzimuth{0, 360, "°", 1};
inline constexpr NumberSpec kServoRate{30, 1000, "Hz"};

/// What a pilot calls an element of a list.
[[nodiscard]] Message elementName(const ChannelSettings& channel);
[[nodiscard]] Message elementName(const FunctionChannel& channel);
[[nodiscard]] Message elementName(const SpareChannel& channel);
[[nodiscard]] Message elementName(const FlightMode& mode);
[[nodiscard]] Message elementName(const SwitchSettings& settings);
[[nodiscard]] Message elementName(const SwitchProfile& profile);
[[nodiscard]] Message elementName(const SwitchFunction& function);
[[nodiscard]] Message elementName(const PortSettings& port);
[[nodiscard]] Message elementName(const Bank& bank);
[[nodiscard]] Message elementName(const CalibrationPoint& point);
[[nodiscard]] Message elementName(const Lead& lead);
[[nodiscard]] Message elementName(const MenuEntry& entry);
[[nodiscard]] Message elementName(const BoxSetting& setting);
[[nodiscard]] Message elementName(const BoxScale& scale);
[[nodiscard]] Message elementName(const TakenWindow& window);
[[nodiscard]] Message elementName(const CheckWindow& window);
[[nodiscard]] Message elementName(const BoxWord& word);
[[nodiscard]] Message elementName(const BoxExport& line);
[[nodiscard]] Message elementName(const Reading& reading);
[[nodiscard]] Message elementName(const AcceptedFinding& finding);

template <class T>
void FieldVisitor::group(const char* key, T& value, const char* name) {
    groupName_ = name;
    if (!beginGroup(key)) return;
    const FieldHome outside = home_;
    describe(*this, value);
    home_ = outside;
    endGroup();
}

template <class T>
void FieldVisitor::group(const char* key, Shared<T>& value, const char* name) {
    // a visitor that only reads may walk what others share
    T& held = writes() ? value.edit() : const_cast<T&>(*value);
    beginShared({&value, &held, [](const void* holder) -> const void* { return &**static_cast<const Shared<T>*>(holder); },
                 [](void* holder) -> void* { return &static_cast<Shared<T>*>(holder)->edit(); }});
    group(key, held, name);
    endShared();
}

template <class T>
void FieldVisitor::list(const char* key, std::vector<T>& values, const char* name) {
    groupName_ = name;
    element_ = {[](void* list, std::string_view id) -> void* {
                    auto& all = *static_cast<std::vector<T>*>(list);
                    const auto found = std::find_if(all.begin(), all.end(), [&](const T& x) { return x.id == id; });
                    return found == all.end() ? nullptr : &*found;
                },
                [](const void* list) {
                    std::vector<std::string> ids;
                    for (const T& x : *static_cast<const std::vector<T>*>(list)) ids.push_back(x.id);
                    return ids;
                },
                [](const void* element) { return elementName(*static_cast<const T*>(element)); }};
    container_ = &values;
    if (const std::size_t size = beginList(key, values.size()); size != values.size()) values.resize(size);
    for (std::size_t i = 0; i < values.size(); ++i) {
        container_ = &values[i];
        if (!beginItem(i, values[i].id)) continue;
        const FieldHome outside = home_;
        describe(*this, values[i]);
        home_ = outside;
        endItem();
    }
    endList();
}

}  // namespace kh
