// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAccessible>
#include <QRectF>
#include <QString>
#include <QVector>
#include <QWidget>

namespace kh::app {

/// One thing on a painted view: what a screen reader reads, a click hits and a test finds.
struct Item {
    QString id;    ///< stable, for tests and hit handling
    QString name;  ///< accessible name
    QString value;
    QAccessible::Role role = QAccessible::StaticText;
    QRectF rect;  ///< in the widget's coordinates
    bool selected = false;
};

/// A painted widget whose content is a list of items. The list is made when the view is laid out.
class ItemView : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    [[nodiscard]] const QVector<Item>& items() const { return items_; }
    /// @return nullptr if there is none at that place
    [[nodiscard]] const Item* itemAt(QPointF at) const;
    [[nodiscard]] const Item* item(const QString& id) const;

protected:
    void setItems(QVector<Item> items);

private:
    QVector<Item> items_;
};

/// Makes painted items visible to assistive technology; call once.
void installAccessibility();

}  // namespace kh::app
