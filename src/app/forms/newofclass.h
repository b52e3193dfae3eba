// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is asked of a new model of a class: its own questions as a form, in the words of its fields, and its boxes. What is no such model is
// refused where it was typed.
#pragma once

#include "model/setup.h"
#include "text/words.h"

#include <QComboBox>
#include <QDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <optional>
#include <vector>

namespace kh::app {

class NewOfClassDialog : public QDialog {
    Q_OBJECT
public:
    /// Of what was answered; only after it was accepted.
    [[nodiscard]] const Setup& made() const { return *made_; }
    void accept() override;

protected:
    NewOfClassDialog(QWidget* parent, const QString& title, const AircraftClass& aircraft);
    /// A line for the name, which stays `usual` where it is left empty.
    QLineEdit* askName(const std::string& usual);
    /// A number, called and measured as its field.
    QLineEdit* askNumber(const char* name, const char* path, double usual);
    /// One of a field's choices, in its own words.
    QComboBox* askChoice(const char* name, const char* path, int usual);
    template <class P>
    QComboBox* askBox(const char* name, const QString& title, const std::vector<P>& list) {
        auto* box = new QComboBox(this);
        box->setObjectName(QString::fromLatin1(name));
        for (const P& p : list) box->addItem(shown(p.name));
        form_->addRow(title, box);
        return box;
    }
    /// After the last question.
    void finish();
    /// A number with point or comma. @throws InputError naming the field and what it takes
    [[nodiscard]] double typedNumber(const char* path, const QLineEdit* line) const;
    /// @throws InputError naming what cannot be
    [[nodiscard]] virtual Setup make() const = 0;

    QFormLayout* form_;

private:
    Setup blank_;
    QLabel* refusal_;
    std::optional<Setup> made_;
};

/// The one of a list that is chosen in a box filled from it.
template <class P>
[[nodiscard]] const P& chosenOf(const std::vector<P>& list, const QComboBox* box) {
    return list.at(static_cast<std::size_t>(box->currentIndex()));
}

}  // namespace kh::app
