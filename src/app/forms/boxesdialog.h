// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "io/library.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QPlainTextEdit>

namespace kh::app {

/// Which boxes and servos the model has. What is not chosen anew stays as the document holds it, installed here or not, and each of
/// the plate servos for itself. For another transmitter or controller the settings are solved anew, unless the pilot leaves them: the
/// dialog says what the new box cannot hold and what the machine does otherwise, before it is taken.
class BoxesDialog : public QDialog {
    Q_OBJECT
public:
    BoxesDialog(QWidget* parent, const Setup& setup, const io::Library& library);
    /// The setup as it is by now, with what was chosen.
    [[nodiscard]] Setup chosen(Setup now) const;

private:
    /// The setup with another transmitter and controller, solved anew or as it stands; `lines` of what that does.
    [[nodiscard]] Setup withBoxes(Setup now, std::vector<Message>& lines) const;
    void tell();
    template <class Profile>
    QComboBox* combo(const char* name, const std::vector<Profile>& list, const Profile& now, bool mixed);
    template <class Profile>
    static void take(Shared<Profile>& into, const std::vector<Profile>& list, const QComboBox* box);

    const io::Library library_;  ///< as it was offered, whatever is saved meanwhile: entries are known by their place in it
    QComboBox* transmitter_;
    QComboBox* controller_;
    QComboBox* speedController_;
    QCheckBox* solve_;
    QPlainTextEdit* told_;
    const Setup setup_;  ///< as it stood when the dialog was opened
    /// Servos that are chosen together.
    struct ServoGroup {
        std::string id;
        const char* title;
        ServoProfile first;
        bool mixed = false;  ///< they are not all the same
        QComboBox* box = nullptr;
    };
    std::vector<ServoGroup> groups_;
};

}  // namespace kh::app
