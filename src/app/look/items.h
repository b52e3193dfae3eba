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
    QRectF rect;  ///< given in units of the design, kept in the widget's coordinates
    bool selected = false;
};

/// A painted widget whose content is a list of items. The list is made when the view is laid out. With a text size above 100 % the
/// whole view is drawn larger: it is laid out, painted and put into items in units of the design, as if it were as much smaller.
class ItemView : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    /// Pixels a unit of the design.
    [[nodiscard]] static double zoom();
    /// The view's size in units of the design.
    [[nodiscard]] double wide() const { return width() / zoom(); }
    [[nodiscard]] double high() const { return height() / zoom(); }
    [[nodiscard]] const QVector<Item>& items() const { return items_; }
    /// @return nullptr if there is none at that place
    [[nodiscard]] const Item* itemAt(QPointF at) const;
    [[nodiscard]] const Item* item(const QString& id) const;

protected:
    void setItems(QVector<Item> items);
    [[nodiscard]] static QPointF drawn(QPointF onWidget) { return onWidget / zoom(); }
    [[nodiscard]] static QRectF onWidget(QRectF drawn);
    [[nodiscard]] static QRectF drawnRect(const Item& item);

private:
    QVector<Item> items_;
};

/// Makes painted items visible to assistive technology; call once.
void installAccessibility();

}  // namespace kh::app
