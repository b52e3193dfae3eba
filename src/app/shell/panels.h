// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>
#include <QLineEdit>
#include <QListWidget>
#include <functional>

namespace kh::app {

/// Why: the derivation of a number, one line a step, with the standing of every input.
class WhyPanel : public QWidget {
    Q_OBJECT
public:
    explicit WhyPanel(QWidget* parent);
    void show(const Why& why);
    /// The chosen finding. @return false if none is
    bool showFinding(const session::Workspace& workspace);
    [[nodiscard]] QStringList lines() const { return lines_; }

protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent*) override { hide(); }

private:
    struct Line {
        QString text;
        bool bold = false;
        bool input = false;
        Standing standing = Standing::Default;
        QString value;
    };
    void place();
    QString title_;
    std::vector<Line> content_;
    QStringList lines_;
};

/// One thing the palette can do.
struct Offer {
    QString text;
    QString detail;  ///< the shortcut, or where a setting stands
    std::function<void()> run;
    QString also = {};  ///< found by, not shown: a setting's path
};

/// Ctrl+K: every action, station, model and setting by name.
class Palette : public QDialog {
    Q_OBJECT
public:
    explicit Palette(QWidget* parent);
    void ask(std::vector<Offer> commands);
    /// A line of text in place of a choice; an empty one is not taken.
    void askText(const QString& prompt, std::function<void(const QString&)> take);
    [[nodiscard]] QLineEdit* field() { return field_; }
    [[nodiscard]] QListWidget* list() { return list_; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void filter(const QString& text);
    void runCurrent();
    QLineEdit* field_;
    QListWidget* list_;
    void open(int height);
    std::vector<Offer> commands_;
    std::function<void(const QString&)> takes_;  ///< what a typed line is for; none: a choice is made
};

/// The dated reading behind Measured…: instrument and uncertainty.
class MeasuredDialog : public QDialog {
    Q_OBJECT
public:
    MeasuredDialog(QWidget* parent, const QString& what);
    [[nodiscard]] QString instrument() const { return instrument_->text(); }
    [[nodiscard]] QString uncertainty() const { return uncertainty_->text(); }

private:
    QLineEdit* instrument_;
    QLineEdit* uncertainty_;
};

}  // namespace kh::app
