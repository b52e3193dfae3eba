// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/hands.h"

namespace kh::app {

/// What is about the program, not the model: preferences, shortcuts, handbook, licences.
class ProgramDialogs final : public Hand {
    Q_DECLARE_TR_FUNCTIONS(kh::app::ProgramDialogs)
public:
    /// @param theme      "chart", "night" or "desktop" was chosen
    /// @param textScale  1 is 100 %
    ProgramDialogs(Lent lent, std::function<void(const QString&)> theme, std::function<void(double)> textScale)
        : Hand(std::move(lent)), theme_(std::move(theme)), textScale_(std::move(textScale)) {}
    void preferences();
    void showShortcuts();
    void handbook();
    void about();

private:
    std::function<void(const QString&)> theme_;
    std::function<void(double)> textScale_;
};

}  // namespace kh::app
