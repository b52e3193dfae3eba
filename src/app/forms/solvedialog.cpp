// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/forms/solvedialog.h"

#include "app/look/look.h"
#include "base/error.h"
#include "base/typed.h"
#include "judge/dependencies.h"
#include "model/gyro.h"
#include "model/monitor.h"
#include "paint/look/theme.h"
#include "session/told.h"
#include "stations/pitch/bindingchart.h"

#include <QCheckBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QStyle>
#include <QVBoxLayout>
#include <array>

namespace kh::app {

using namespace paint;

namespace {

/// What an outcome's button is coloured by: nothing said yet, or how bad it is where outcomes are judged.
QString toneOf(int outcome, bool judged) {
    static const std::array tones{QStringLiteral("muted"), QString(), QStringLiteral("warning"), QStringLiteral("danger")};
    return outcome == 0 || judged ? tones.at(static_cast<std::size_t>(outcome)) : QString();
}

QString coloured(const QString& text, const QColor& colour, bool bold = false) {
    const QString span = QStringLiteral("<span style=\"color:%1\">%2</span>").arg(colour.name(), text.toHtmlEscaped());
    return bold ? QStringLiteral("<b>%1</b>").arg(span) : span;
}

}  // namespace

SolveDialog::SolveDialog(QWidget* parent, session::Workspace& workspace, const BenchWork& solver, const std::string& only)
    : QDialog(parent), workspace_(workspace), solver_(solver), answer_(new QLabel), enter_(nullptr) {
    setWindowTitle(words(solver.title));
    const Tokens& t = Theme::tokens();
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(lookLabel(LabelLook::Caution, words(solver.caution)));
    if (solver.setUpState) {
        setUp_ = new QCheckBox(tr("The controller is in its set-up state, stabilisation off"));
        setUp_->setObjectName(QStringLiteral("set-up"));
        setUp_->setChecked(true);
        setUp_->setToolTip(tr("In the flying state the plate creeps while the stick is held: what it reads then says nothing."));
        connect(setUp_, &QCheckBox::toggled, this, &SolveDialog::refresh);
        layout->addWidget(setUp_);
    }
    if (solver.chart) addChart();
    else addTyped(QString::fromStdString(only));
    answer_->setObjectName(QStringLiteral("answer"));
    answer_->setWordWrap(true);
    answer_->setTextFormat(Qt::RichText);
    answer_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    answer_->setContentsMargins(12, 10, 12, 10);
    auto* scroll = new QScrollArea;
    scroll->setWidget(answer_);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setStyleSheet(QStringLiteral("QScrollArea,QScrollArea QLabel{background:%1}").arg(t.sheet.name()));
    layout->addWidget(scroll, 1);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    enter_ = buttons->addButton(tr("Take them over"), QDialogButtonBox::AcceptRole);
    enter_->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, &SolveDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    resize(680, 600);
    refresh();
    if (slots_.empty()) return;
    const Slot& first = slots_.front();  // the first reading, not the tick above it
    (first.editor != nullptr ? static_cast<QWidget*>(first.editor) : first.outcome)->setFocus();
}

void SolveDialog::addTyped(const QString& only) {
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(16);
    for (const Step& slot : solver_.asks(workspace_.setup())) {
        const QString what = QString::fromStdString(slot.name);
        if (!only.isEmpty() && !what.startsWith(only)) continue;
        if (QByteArray(slot.unit) == QByteArray("way")) {
            const bool servo = slot.name.starts_with("collective.");
            auto* way = cycling({QStringLiteral("–"), words(servo ? KH_TR("went up") : KH_TR("tilts as the stick")),
                                 words(servo ? KH_TR("went down") : KH_TR("tilts against it")), words(KH_TR("stood still"))},
                                what, words(slot.todo));
            form->addRow(words(slot.todo), way);
            slots_.push_back({slot.name, slot.unit, nullptr, way});
            continue;
        }
        if (QByteArray(slot.unit) == QByteArray(kAnswerUnit)) {
            QStringList outcomes{QStringLiteral("–")};
            for (const char* word : kAnswerWords) outcomes << words(word);
            auto* answer = cycling(outcomes, what, words(slot.todo), false);
            answer->setToolTip(tr("← → ↑ ↓ the plate, Shift with ← → the trailing edges, 0 still"));
            answer->installEventFilter(this);
            form->addRow(words(slot.todo), answer);
            slots_.push_back({slot.name, slot.unit, nullptr, answer});
            continue;
        }
        if (QByteArray(slot.unit) == QByteArray(kLampUnit)) {
            QStringList outcomes{QStringLiteral("–")};
            for (const char* word : lampWords(slot.name)) outcomes << words(word);
            auto* lamp = cycling(outcomes, what, words(slot.todo), false);
            form->addRow(words(slot.todo), lamp);
            slots_.push_back({slot.name, slot.unit, nullptr, lamp});
            continue;
        }
        auto* editor = new QLineEdit;
        editor->setObjectName(what);
        editor->setAccessibleName(words(slot.todo));
        const QString unit = QString::fromStdString(shownUnit(slot.name, slot.unit));
        editor->setPlaceholderText(slot.optional ? tr("%1, if read").arg(unit) : unit);
        const bool pitch = QByteArray(slot.unit) == QByteArray("°");
        if (pitch) editor->setToolTip(tr("Degrees; or the gap of folded blades as 76.4 mm"));
        connect(editor, &QLineEdit::textChanged, this, &SolveDialog::refresh);
        editor->installEventFilter(this);
        form->addRow(words(slot.todo), editor);
        slots_.push_back({slot.name, slot.unit, editor, nullptr});
    }
    static_cast<QVBoxLayout*>(layout())->addLayout(form);
    if (std::any_of(slots_.begin(), slots_.end(), [](const Slot& s) { return s.unit == kAnswerUnit; })) {
        auto* keys = lookLabel(LabelLook::Muted, tr("← → ↑ ↓ where the plate went, of a turned tail the edges; Shift the other of the two; "
                                                    "0 still; Backspace takes back"));
        keys->setObjectName(QStringLiteral("keys"));
        layout()->addWidget(keys);
    }
}

void SolveDialog::addChart() {
    auto* grid = new QGridLayout;
    grid->setSpacing(4);
    for (int c = 1; c <= static_cast<int>(kChartCollectives.size()); ++c) grid->setColumnStretch(c, 1);
    const std::vector<BindingPlace> before = [&] {
        try {
            return bindingChart(learnedReadings(workspace_.setup(), solver_));
        } catch (const InputError&) {
            return std::vector<BindingPlace>{};
        }
    }();
    grid->addWidget(new QLabel(words(say(KH_TR("limit now {l} %"), {{"l", num(workspace_.setup().controller.cyclicLimitPct)}}))), 0, 0);
    static constexpr std::array collectives{KH_TR("collective low"), KH_TR("collective mid"), KH_TR("collective high")};
    for (std::size_t c = 0; c < collectives.size(); ++c) grid->addWidget(new QLabel(words(collectives[c])), 0, static_cast<int>(c) + 1);
    for (std::size_t d = 0; d <= kChartDirections.size(); ++d) {
        const bool turned = d == kChartDirections.size();
        const int row = static_cast<int>(d) + 1;
        grid->addWidget(new QLabel(turned ? tr("head turned by hand") : words(kChartDirections[d])), row, 0);
        for (std::size_t c = 0; c < collectives.size(); ++c) {
            if (turned && c == 1) continue;  // at low and high collective
            const int direction = turned ? kHeadTurned : kChartStepDeg * static_cast<int>(d);
            const auto& outcomes = turned ? kTurnOutcomes : kChartOutcomes;
            const std::string what = placeName(direction, c);
            const auto known = std::find_if(before.begin(), before.end(),
                                            [&](const BindingPlace& p) { return p.directionDeg == direction && p.collective == c; });
            auto* place = cycling({known == before.end() ? QStringLiteral("–") : words(placeText(workspace_.setup(), *known)),
                                   words(outcomes[0]), words(outcomes[1]), words(outcomes[2])},
                                  QString::fromStdString(what), words(placeTitle(direction, c)));
            grid->addWidget(place, row, static_cast<int>(c) + 1);
            slots_.push_back({what, "%", nullptr, place});
        }
    }
    auto* rest = new QPushButton(tr("The rest is clear"));
    rest->setObjectName(QStringLiteral("rest-clear"));
    rest->setAutoDefault(false);
    connect(rest, &QPushButton::clicked, this, [this] {
        for (const Slot& slot : slots_)
            if (slot.outcome->property("outcome").toInt() == 0 && !slot.what.starts_with(kHeadTurnedName)) slot.outcome->click();
    });
    grid->addWidget(rest, static_cast<int>(kChartDirections.size()) + 2, 0);
    static_cast<QVBoxLayout*>(layout())->addLayout(grid);
}

QPushButton* SolveDialog::cycling(const QStringList& outcomes, const QString& name, const QString& accessible, bool judged) {
    auto* button = new QPushButton(outcomes.front());
    button->setObjectName(name);
    button->setProperty("outcome", 0);
    button->setProperty("judged", judged);
    button->setProperty("tone", toneOf(0, judged));
    button->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    button->setAutoDefault(false);
    button->setAccessibleName(accessible);
    button->setProperty("outcomes", outcomes);
    connect(button, &QPushButton::clicked, this, [this, button, outcomes] {
        setOutcome(button, (button->property("outcome").toInt() + 1) % static_cast<int>(outcomes.size()));
    });
    return button;
}

void SolveDialog::setOutcome(QPushButton* button, int outcome) {
    button->setProperty("outcome", outcome);
    button->setProperty("tone", toneOf(outcome, button->property("judged").toBool()));
    button->setText(button->property("outcomes").toStringList()[outcome]);
    button->style()->unpolish(button);  // its colour follows the tone
    button->style()->polish(button);
    refresh();
}

bool SolveDialog::answeredByKey(QObject* watched, const QKeyEvent& event) {
    const auto here =
        std::find_if(slots_.begin(), slots_.end(), [&](const Slot& s) { return s.outcome == watched && s.unit == kAnswerUnit; });
    if (here == slots_.end()) return false;
    // a turn of the tail is answered by the trailing edges, the others by the plate; with Shift the other way round
    const bool edges = (here->what == handReading(HandTurn::TailLeft)) != event.modifiers().testFlag(Qt::ShiftModifier);
    HandAnswer answer;
    switch (event.key()) {
        case Qt::Key_Left: edges ? (void)(answer.edges = EdgeMove::Left) : (void)(answer.plate = PlateMove::Left); break;
        case Qt::Key_Right: edges ? (void)(answer.edges = EdgeMove::Right) : (void)(answer.plate = PlateMove::Right); break;
        case Qt::Key_Up: answer.plate = PlateMove::Forward; break;
        case Qt::Key_Down: answer.plate = PlateMove::Aft; break;
        case Qt::Key_0: break;
        case Qt::Key_Backspace: setOutcome(here->outcome, 0); return true;
        default: return false;
    }
    setOutcome(here->outcome, static_cast<int>(codeOf(answer)) + 1);
    const auto next = std::find_if(here + 1, slots_.end(), [](const Slot& s) { return s.outcome != nullptr; });
    if (next != slots_.end()) next->outcome->setFocus();
    else enter_->setFocus();
    return true;
}

bool SolveDialog::monitored(const std::string& what, const std::string& unit) const {
    return solver_.with == ReadWith::Monitor && unit == "%" && !monitoredFunction(what).empty();
}

std::string SolveDialog::shownUnit(const std::string& what, const std::string& unit) const {
    return monitored(what, unit) ? workspace_.setup().controller.profile->monitor.unit : unit;
}

std::vector<Reading> SolveDialog::typed() const {
    const Setup& setup = workspace_.setup();
    std::vector<Reading> out;
    for (const Slot& slot : slots_) {
        Reading r;
        r.what = slot.what;
        r.unit = slot.unit;
        if (slot.outcome != nullptr) {
            const int outcome = slot.outcome->property("outcome").toInt();
            if (outcome == 0) continue;
            if (slot.unit == "way") {
                r.value = outcome == 1 ? 1.0 : outcome == 2 ? -1.0 : 0.0;
            } else if (slot.unit == kAnswerUnit) {
                r.value = outcome - 1;
            } else if (slot.unit == kLampUnit) {
                r.value = outcome - 2;
            } else {
                r.what = std::string(kChartOutcomes[static_cast<std::size_t>(outcome - 1)]) + "." + slot.what;
                r.value = setup.controller.cyclicLimitPct;
            }
        } else {
            const std::string text = slot.editor->text().trimmed().toStdString();
            if (text.empty()) continue;
            if (slot.unit == "°" && text.ends_with("mm")) r.unit = "mm";
            const std::string unit = shownUnit(slot.what, r.unit);
            const auto number = typedNumber(text, unit);
            if (!number)
                throw InputError(slot.what,
                                 tr("\"%1\" is not a number in %2").arg(slot.editor->text(), QString::fromStdString(unit)).toStdString());
            r.value = monitored(r.what, r.unit) ? readOffMonitor(setup.controller.profile, monitoredFunction(slot.what), *number) : *number;
        }
        const Instrument with = instrumentFor(solver_, r.unit);
        r.instrument = with.name;
        r.uncertainty = monitored(r.what, r.unit) ? monitorUncertainty(setup.controller.profile) : with.uncertainty;
        r.under = settingsInForce(setup, r.what);
        if (setUp_ != nullptr && !setUp_->isChecked()) r.under.emplace_back(kFlyingState);
        out.push_back(std::move(r));
    }
    return out;
}

void SolveDialog::refresh() {
    if (enter_ == nullptr) return;
    const Tokens& t = Theme::tokens();
    solved_ = {};
    enter_->setEnabled(false);
    QString html;
    try {
        const std::vector<Reading> now = typed();
        if (now.empty()) {
            answer_->setText(
                coloured(!slots_.empty() && slots_.front().outcome != nullptr
                             ? tr("Click what you see or hear at each place, again for the next outcome; what to do follows here.")
                             : tr("Type what the gauge or the monitor shows; the numbers to enter follow here."),
                         t.muted));
            return;
        }
        solved_ = solveRound(workspace_.setup(), solver_, now);
        enter_->setEnabled(true);
        for (const SolvedField& a : solved_.answers) {
            html += QStringLiteral("<p style=\"margin:0 0 2px 0\">%1</p>").arg(coloured(words(a.todo), Theme::box(a.box), true));
            for (const Message& line : a.why.lines)
                html += QStringLiteral("<p style=\"margin:0 0 0 14px\">%1</p>").arg(coloured(words(line), t.muted));
            html += QStringLiteral("<p style=\"margin:0\">&nbsp;</p>");
        }
        for (const Message& m : solved_.remarks)
            html += QStringLiteral("<p style=\"margin:0 0 6px 0\">%1</p>").arg(coloured(words(m), t.ink));
    } catch (const InputError& e) {
        html = coloured(session::told(workspace_.setup(), e), t.danger);
    }
    answer_->setText(html);
}

bool SolveDialog::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress) return QDialog::eventFilter(watched, event);
    if (answeredByKey(watched, *static_cast<QKeyEvent*>(event))) return true;
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key != Qt::Key_Return && key != Qt::Key_Enter) return QDialog::eventFilter(watched, event);
    const auto here = std::find_if(slots_.begin(), slots_.end(), [&](const Slot& s) { return s.editor == watched; });
    const auto next = std::find_if(here == slots_.end() ? here : here + 1, slots_.end(),
                                   [](const Slot& s) { return s.editor != nullptr && s.editor->text().isEmpty(); });
    if (next == slots_.end() || here->editor->text().isEmpty())
        return QDialog::eventFilter(watched, event);  // the last one: take them over
    next->editor->setFocus();
    return true;
}

void SolveDialog::accept() {
    if (!enter_->isEnabled()) return;
    try {
        workspace_.document().replace(tr("Readings: %1").arg(windowTitle()),
                                      takenOver(workspace_.setup(), solved_, typed(), session::nowStamp()));
    } catch (const InputError& e) {  // said here, where it is seen
        answer_->setText(coloured(session::told(workspace_.setup(), e), Theme::tokens().danger));
        return;
    }
    QDialog::accept();
}

}  // namespace kh::app
