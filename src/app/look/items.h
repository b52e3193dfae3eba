// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAccessible>
#include <QRectF>
#include <QString>
#include <QVector>
#include <QWidget>

namespace kh::app {

inline constexpr QSizeF kBenchDrawn{540, 536};  ///< what the drawings beside a page were drawn for, in units of the design
inline constexpr double kLeastFit = 0.75;       ///< of a drawing that has less room than it was drawn for

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
    [[nodiscard]] double wide() const { return width() / scale(); }
    [[nodiscard]] double high() const { return height() / scale(); }
    [[nodiscard]] const QVector<Item>& items() const { return items_; }
    /// @return nullptr if there is none at that place
    [[nodiscard]] const Item* itemAt(QPointF at) const;
    [[nodiscard]] const Item* item(const QString& id) const;

protected:
    void setItems(QVector<Item> items);
    /// Drawn smaller where the room is less than this many units of the design, down to kLeastFit: less than that is scrolled to.
    void fitTo(QSizeF units);
    /// Pixels a unit of this view: by the text size, and by the room it has.
    [[nodiscard]] double scale() const { return zoom() * fit_; }
    [[nodiscard]] QPointF drawn(QPointF onWidget) const { return onWidget / scale(); }
    [[nodiscard]] QRectF onWidget(QRectF drawn) const;
    [[nodiscard]] QRectF drawnRect(const Item& item) const;

private:
    QVector<Item> items_;
    double fit_ = 1.0;
};

/// Makes painted items visible to assistive technology; call once.
void installAccessibility();

}  // namespace kh::app
