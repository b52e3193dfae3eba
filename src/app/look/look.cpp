// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/look.h"

#include "paint/look/theme.h"

#include <QApplication>
#include <QPalette>

namespace kh::app {

using namespace paint;

namespace {

/// ground, sheet and so on are put in for their tokens.
constexpr const char* kStyle = R"css(
QSplitter::handle{background:@rule}
QLineEdit{border:2px solid @machine;border-radius:2px;padding:1px 3px;background:@sheet;color:@ink}
QDialog QLineEdit{border:1px solid @muted}
QDialog QLineEdit:focus{border:2px solid @transmitter;padding:0px 2px}
QMenu{background:@sheet;color:@ink;border:1px solid @muted;padding:4px}
QMenu::item{padding:5px 26px 5px 22px}
QMenu::item:selected{background:@selection;color:@ink}
QMenu::separator{height:1px;background:@rule;margin:4px 8px}
QListWidget{background:@sheet;color:@ink;border:1px solid @rule}
QListWidget::item{padding:4px}
QListWidget::item:selected{background:@selection;color:@ink}
QDialogButtonBox{dialogbuttonbox-buttons-have-icons:0}
QPushButton{background:@sheet;color:@ink;border:1px solid @muted;border-radius:2px;padding:4px 14px}
QPushButton:hover,QPushButton:pressed{background:@selection}
QPushButton:checked{background:@ink;color:@sheet}
QPushButton:default{border-color:@ink}
QPushButton:disabled{color:@muted}
QPushButton:focus{border:2px solid @transmitter;padding:3px 13px;outline:none}
QPushButton[outcome]{padding:4px}
QPushButton[outcome]:focus{padding:3px}
QPushButton[tone="muted"]{color:@muted}
QPushButton[tone="warning"]{color:@warning}
QPushButton[tone="danger"]{color:@danger}
QLabel#message{background:@sheet;color:@ink;border:1px solid @warning;border-left:4px solid @warning;padding:8px 12px}
QLabel[look="caution"]{background:@sheet;border-left:4px solid @warning;padding:6px 10px}
QLabel[look="muted"]{color:@muted}
QLabel[look="refusal"]{color:@danger}
)css";

}  // namespace

void applyLook() {
    const Tokens& t = Theme::tokens();
    QPalette p;
    p.setColor(QPalette::Window, t.ground);
    p.setColor(QPalette::Base, t.sheet);
    p.setColor(QPalette::AlternateBase, t.ground);
    p.setColor(QPalette::Text, t.ink);
    p.setColor(QPalette::WindowText, t.ink);
    p.setColor(QPalette::Button, t.ground);
    p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::ToolTipBase, t.sheet);
    p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::PlaceholderText, t.muted);
    p.setColor(QPalette::Highlight, t.machine);
    p.setColor(QPalette::HighlightedText, t.sheet);
    QApplication::setPalette(p);
    QFont font = Theme::font(13);
    font.setPixelSize(Theme::widgetSize(13));
    QApplication::setFont(font);
    QString style = QString::fromLatin1(kStyle);
    for (const auto& [name, colour] :
         {std::pair("@rule", t.rule), std::pair("@machine", t.machine), std::pair("@sheet", t.sheet), std::pair("@ink", t.ink),
          std::pair("@muted", t.muted), std::pair("@transmitter", t.transmitter), std::pair("@selection", Theme::selectionTint()),
          std::pair("@warning", t.warning), std::pair("@danger", t.danger)})
        style.replace(QLatin1String(name), colour.name());
    qApp->setStyleSheet(style);
}

QLabel* lookLabel(LabelLook look, const QString& text) {
    auto* label = new QLabel(text);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    label->setProperty("look", look == LabelLook::Caution ? "caution" : look == LabelLook::Muted ? "muted" : "refusal");
    if (look == LabelLook::Refusal) {
        label->setObjectName(QStringLiteral("refusal"));
        label->hide();
    }
    return label;
}

}  // namespace kh::app
