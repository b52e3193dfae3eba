// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QLabel;

namespace kh::app {

/// One field of a form: what it is called, and in one sentence why it exists.
struct FormField {
    std::string path;
    std::string label;
    std::string reason;
    struct Option {
        std::string id, label;
    };
    std::vector<Option> options = {};  ///< of a text that is one of these
};

/// A small form over stored fields; accepted, it is one undoable change of those that differ.
class FieldsDialog : public QDialog {
    Q_OBJECT
public:
    FieldsDialog(QWidget* parent, Workspace& workspace, const QString& title, const std::vector<FormField>& fields);
    /// The editor of a field: a combo box, a check box or a line. For tests.
    [[nodiscard]] QWidget* editor(const std::string& path) const;
    /// Applies what was changed. @return false and says why if a value is refused; nothing is then changed
    bool apply();
    void accept() override;

private:
    struct Row {
        std::string path;
        Field field;
        QWidget* editor;
        QString shown;  ///< a line's text as it was put there
    };
    [[nodiscard]] std::optional<FieldValue> valueOf(const Row& row) const;
    Workspace& workspace_;
    std::vector<Row> rows_;
    QLabel* refusal_;
};

/// The schools of PRODUCT, the transmitter's alarms, and what each channel does without a signal.
[[nodiscard]] const std::vector<FormField>& schoolFields();
[[nodiscard]] const std::vector<FormField>& alarmFields();
/// Layout as set and as built: angles, radii, phase.
[[nodiscard]] std::vector<FormField> layoutFields(const Setup& setup);
[[nodiscard]] std::vector<FormField> holdFields(const TransmitterSettings& transmitter);
[[nodiscard]] std::vector<FormField> failsafeFields(const TransmitterSettings& transmitter);
/// Every function a switch can work, its condition typed as parseCondition reads it.
[[nodiscard]] std::vector<FormField> switchFields(const TransmitterSettings& transmitter);

}  // namespace kh::app
