#include "app/entries/fields.h"
#include "app/window/style.h"
#include "proof/words/narrate.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

ViewUnits &viewUnits() {
    static ViewUnits units;
    return units;
}

FieldWidget::FieldWidget(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {}

void FieldWidget::setPointer(const QString &pointer) {
    m_pointer = pointer;
    m_spec = fieldAt(pointer.toStdString());
    setObjectName(pointer);
}

QString FieldWidget::help() const {
    if (!m_spec) return {};
    QString t = text(m_spec->label);
    if (!m_spec->help.empty()) t += u". "_s + text(m_spec->help);
    if (m_spec->kind == FieldKind::Value && m_spec->most > m_spec->least)
        t += u" Usual: %1 to %2 %3."_s.arg(text(numberText(m_spec->least)), text(numberText(m_spec->most)),
                                           text(unitLabel(m_spec->unit)));
    return t;
}

// ---- the line

bool EntryLine::event(QEvent *e) {
    if (e->type() == QEvent::ShortcutOverride) {
        auto *k = static_cast<QKeyEvent *>(e);
        if ((k->matches(QKeySequence::Undo) && !isUndoAvailable()) ||
            (k->matches(QKeySequence::Redo) && !isRedoAvailable())) {
            e->ignore(); // the window's undo
            return true;
        }
    }
    return QLineEdit::event(e);
}
void EntryLine::keyPressEvent(QKeyEvent *e) {
    const long size = e->modifiers() & Qt::ShiftModifier ? 10 : 1;
    if (e->key() == Qt::Key_Up) return emit stepped(size);
    if (e->key() == Qt::Key_Down) return emit stepped(-size);
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return emit entered();
    if (e->key() == Qt::Key_Escape) return emit escaped();
    QLineEdit::keyPressEvent(e);
}
void EntryLine::wheelEvent(QWheelEvent *e) {
    if (!hasFocus()) return e->ignore();
    emit stepped((e->angleDelta().y() > 0 ? 1 : -1) * (e->modifiers() & Qt::ShiftModifier ? 10 : 1));
    e->accept();
}
void EntryLine::mousePressEvent(QMouseEvent *e) {
    if (m_firstClick && e->button() == Qt::LeftButton) {
        selectAll();
        return; // the press would set the cursor between two letters of what is to be replaced
    }
    QLineEdit::mousePressEvent(e);
}
void EntryLine::mouseReleaseEvent(QMouseEvent *e) {
    if (!std::exchange(m_firstClick, false)) QLineEdit::mouseReleaseEvent(e);
}
void EntryLine::focusInEvent(QFocusEvent *e) {
    m_firstClick = m_wholeOnClick && e->reason() == Qt::MouseFocusReason;
    QLineEdit::focusInEvent(e);
    emit selectionChanged();
}
void EntryLine::focusOutEvent(QFocusEvent *e) {
    QLineEdit::focusOutEvent(e);
    if (e->reason() != Qt::PopupFocusReason) emit left();
}

namespace {
/// By palette, not by a style sheet of its own: that would be parsed anew for each line at each keystroke.
void setLineInk(QLineEdit *line, const QColor &ink) {
    QPalette p = line->palette();
    if (p.color(QPalette::Text) == ink) return;
    p.setColor(QPalette::Text, ink);
    line->setPalette(p);
}
void moveOn(QWidget *from) {
    auto *next = from->nextInFocusChain();
    for (int k = 0; k < 500 && next != from; ++k, next = next->nextInFocusChain())
        if ((next->focusPolicy() & Qt::TabFocus) && next->isVisible() && next->isEnabled() &&
            from->window()->isAncestorOf(next)) {
            next->setFocus(Qt::TabFocusReason);
            return;
        }
}
} // namespace

// ---- values

ValueEntry::ValueEntry(Session *session, QWidget *parent, const QString &label)
    : FieldWidget(session, parent), m_line(new EntryLine(this)), m_label(label) {
    setFixedHeight(47);
    setMinimumWidth(60);
    m_line->setFrame(false);
    m_line->setFont(face(15));
    m_line->setMaxLength(120);
    m_line->installEventFilter(this);
    setFocusProxy(m_line);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    connect(m_line, &EntryLine::stepped, this, &ValueEntry::step);
    connect(m_line, &EntryLine::entered, this, [this] {
        commit();
        if (m_problem.isEmpty()) moveOn(m_line);
    });
    connect(m_line, &EntryLine::left, this, [this] {
        if (m_editing) commit();
        m_editing = false;
        if (m_bubble && m_problem.isEmpty()) m_bubble->hide();
        refresh();
    });
    connect(m_line, &EntryLine::escaped, this, [this] {
        takeLiveBack();
        m_editing = false;
        m_problem.clear();
        if (m_bubble) m_bubble->hide();
        if (auto *p = parentWidget()) p->setFocus();
        refresh();
    });
    connect(m_line, &QLineEdit::selectionChanged, this, [this] {
        if (m_line->hasFocus() && !m_editing) begin();
    });
    connect(m_line, &QLineEdit::textEdited, this, [this] {
        m_editing = true;
        if (m_wantsLive) m_pause.start();
        update();
    });
    m_pause.setSingleShot(true);
    m_pause.setInterval(200);
    connect(&m_pause, &QTimer::timeout, this, &ValueEntry::tryLive);
}
ValueEntry::~ValueEntry() {
    m_line->disconnect(this); // a dying line still says that it was left
    delete m_bubble;
}

void ValueEntry::setPointer(const QString &pointer) {
    m_editing = false;
    m_live = false;
    m_problem.clear();
    if (m_bubble) m_bubble->hide();
    FieldWidget::setPointer(pointer);
    if (m_label.isEmpty() && m_spec) m_label = text(m_spec->label);
    m_line->setObjectName(pointer + u".line"_s);
    refresh();
}

void ValueEntry::setFallback(double si, const QString &reason) {
    if (((m_fallback == si) || (!(m_fallback == m_fallback) && !(si == si))) && reason == m_reason) return;
    m_fallback = si;
    m_reason = reason;
    refresh();
}

QString ValueEntry::displayText() const {
    if (!m_spec) return {};
    const auto typed = m_session->typedAt(m_pointer.toStdString());
    const auto value = m_session->at(m_pointer.toStdString());
    const std::string_view unit = shownUnit(m_spec->unit);
    const auto shown = [&](double si) {
        const QString label = text(unitLabel(unit));
        // what was typed in metric is told in inches as finely as one reads them
        return text(shownNumber(si, m_spec->dimension, m_spec->unit, unit == m_spec->unit ? 5 : 4)) +
               (label.isEmpty() ? QString() : QChar(0xA0) + label);
    };
    if (typed.isEmpty()) return m_fallback == m_fallback ? u"≈ "_s + shown(m_fallback) : QString();
    const bool guess = value.is_object() && value.value("standing", std::string()) == "assumed";
    const auto read = readTyped(typed.toStdString(), m_spec->dimension, m_spec->unit);
    if (!read) return typed;
    const bool own = read->unit.empty() || read->unit == m_spec->unit;
    return (guess ? u"≈ "_s : QString()) + (own ? shown(read->si) : typed);
}

void ValueEntry::refresh() {
    if (!m_spec) return;
    const auto p = m_pointer.toStdString();
    const auto value = m_session->at(p);
    const auto typed = m_session->typedAt(p);
    const bool assumedValue =
        typed.isEmpty() || (value.is_object() && value.value("standing", std::string()) == "assumed");
    m_line->setWholeOnClick(assumedValue);
    m_unlikely.clear();
    const auto read = typed.isEmpty() ? tl::expected<TypedValue, TypedProblem>(tl::unexpected(TypedProblem{}))
                                      : readTyped(typed.toStdString(), m_spec->dimension, m_spec->unit);
    if (read && m_spec->most > m_spec->least) {
        const double v = read->si / unitInSi(m_spec->unit, m_spec->dimension).value_or(1.0);
        if (v < m_spec->least * (1 - 1e-9) || v > m_spec->most * (1 + 1e-9))
            m_unlikely = u"Unusual: %1 to %2 %3 is the usual range. It counts all the same."_s.arg(
                text(numberText(m_spec->least)), text(numberText(m_spec->most)), text(unitLabel(m_spec->unit)));
    }
    const QString display = displayText();
    if (!m_editing) {
        const QSignalBlocker block(m_line);
        if (m_line->text() != display) m_line->setText(display);
        m_line->setCursorPosition(0);
        QFont f = face(15, false, assumedValue);
        f.setStrikeOut(value.is_object() && value.value("struck", false));
        if (m_line->font() != f) m_line->setFont(f);
        setLineInk(m_line, typed.isEmpty() ? theme().ink2 : theme().ink);
    }
    QString tip = help();
    if (typed.isEmpty() && m_fallback == m_fallback)
        tip += u" Not measured: "_s + (m_reason.isEmpty() ? u"usual for its class"_s : m_reason) + u", assumed."_s;
    const QString note = value.is_object() ? QString::fromStdString(value.value("note", std::string())) : QString();
    if (!note.isEmpty()) tip += u" Note: "_s + note;
    if (toolTip() != tip) setToolTip(tip);
    m_line->setAccessibleName(m_label);
    m_line->setAccessibleDescription(display + (assumedValue && !display.isEmpty() ? u", assumed"_s : QString()) +
                                     (m_problem.isEmpty() ? QString() : u", "_s + m_problem));
    const QString face = QStringList{m_label,
                                     typed,
                                     m_line->accessibleDescription(),
                                     m_unlikely,
                                     QString::number(m_editing),
                                     QString::number(int(viewUnits().system))}
                             .join(u'\n');
    if (face == m_face) return;
    m_face = face; // what is drawn follows from these alone
    update();
}

void ValueEntry::begin() {
    m_editing = true;
    const auto typed = m_session->typedAt(m_pointer.toStdString());
    const QSignalBlocker block(m_line);
    m_line->setFont(mono(15));
    setLineInk(m_line, theme().ink);
    if (typed.isEmpty() && m_fallback == m_fallback) { // start from the assumed value, ready to be typed over
        const std::string_view unit = shownUnit(m_spec->unit);
        m_line->setText(text(valueText(m_fallback, m_spec->dimension, unit, 5)) + text(unit));
    } else {
        m_line->setText(typed);
    }
    m_line->selectAll();
    update();
}

void ValueEntry::settle() {
    if (m_editing) commit();
}
void ValueEntry::abandon() {
    m_pause.stop();
    m_line->disconnect(this);
}

void ValueEntry::tryLive() {
    const QString typed = m_line->text().trimmed();
    if (!m_editing || !m_spec || typed.isEmpty() || !m_line->hasFocus() ||
        typed == m_session->typedAt(m_pointer.toStdString()))
        return;
    const auto read = readTyped(typed.toStdString(), m_spec->dimension, m_spec->unit);
    if (!read || !boundProblem(*m_spec, read->si).empty()) return; // half a number is no mistake yet
    if (!m_live) m_untouched = m_session->at(m_pointer.toStdString());
    m_live = true;
    const bool log = std::exchange(m_session->writesLog, false); // a trial is not written down
    m_session->typeInto(m_pointer, typed, m_standing);
    m_session->writesLog = log;
}
/// Puts back what stood there; the trial's undo step falls away with it.
void ValueEntry::takeLiveBack() {
    m_pause.stop();
    if (!std::exchange(m_live, false)) return;
    const bool log = std::exchange(m_session->writesLog, false);
    m_session->apply({{{m_pointer.toStdString(), m_untouched}}, u"trial"_s, u"type:"_s + m_pointer});
    m_session->writesLog = log;
}

void ValueEntry::commit(bool stepping) {
    if (!m_spec) return;
    const QString kept = m_line->text();
    takeLiveBack();
    if (m_line->text() != kept) m_line->setText(kept);
    const QString typed = m_line->text().trimmed();
    const QString before = m_session->typedAt(m_pointer.toStdString());
    if (typed == before) {
        m_problem.clear();
        if (m_bubble) m_bubble->hide();
        return;
    }
    if (before.isEmpty() && m_fallback == m_fallback && !stepping) { // untouched assumption stays one
        const std::string_view unit = shownUnit(m_spec->unit);
        if (typed == text(valueText(m_fallback, m_spec->dimension, unit, 5)) + text(unit) || typed.startsWith(u"≈"))
            return;
    }
    const auto problem = m_session->typeInto(m_pointer, typed, m_standing);
    if (!problem.isEmpty()) {
        QStringList meant;
        const auto read = readTyped(typed.toStdString(), m_spec->dimension, m_spec->unit);
        if (!read)
            for (const auto &m : read.error().meant)
                meant << QString::fromStdString(m);
        m_problem = problem;
        showProblem(problem, meant);
        emit said(problem);
        m_line->setAccessibleDescription(problem);
        m_editing = true; // the text stays, the old value works on
        update();
        return;
    }
    m_problem.clear();
    if (m_bubble) m_bubble->hide();
    if (!stepping) m_editing = false;
    refresh();
    if (!m_unlikely.isEmpty()) emit said(m_label + u": "_s + m_unlikely);
}

void ValueEntry::step(long steps) {
    const QString next = QString::fromStdString(stepTyped(m_line->text().toStdString(), steps));
    if (next == m_line->text()) return;
    m_line->setText(next);
    commit(true);
}

void ValueEntry::showProblem(const QString &sentence, const QStringList &meant) {
    if (m_bubble) { // never at once: a click on the bubble itself may have led here
        m_bubble->hide();
        m_bubble->deleteLater();
    }
    m_bubble = new QFrame(window());
    m_bubble->setObjectName(u"problem"_s);
    m_bubble->setStyleSheet(
        u"QFrame#problem { background:%1; border:1.6px solid %2; } QLabel { color:%3; background:transparent; }"_s.arg(
            theme().failsWash.name(), theme().fails.name(), theme().ink.name()));
    auto *v = new QVBoxLayout(m_bubble);
    v->setContentsMargins(8, 6, 8, 6);
    v->setSpacing(2);
    auto *l = makeLabel(sentence, 13, Ink::Value, false, true);
    l->setMinimumWidth(220);
    l->setMaximumWidth(300);
    v->addWidget(l);
    for (const auto &m : meant) {
        auto *b = makeLink(m);
        b->setObjectName(u"meant"_s);
        b->setFocusPolicy(Qt::NoFocus); // the line keeps the focus: leaving it would ask the question anew
        connect(b, &QPushButton::clicked, this, [this, m] {
            m_line->setText(m);
            m_problem.clear();
            commit();
        });
        v->addWidget(b);
    }
    m_bubble->adjustSize();
    QPoint at = mapTo(window(), QPoint(0, height() + 2));
    at.setX(std::min(at.x(), window()->width() - m_bubble->width() - 6));
    if (at.y() + m_bubble->height() > window()->height() - 30)
        at.setY(mapTo(window(), QPoint(0, 0)).y() - m_bubble->height() - 2);
    m_bubble->move(at);
    m_bubble->show();
    m_bubble->raise();
}

void ValueEntry::resizeEvent(QResizeEvent *) { m_line->setGeometry(0, 19, width(), 22); }

void ValueEntry::paintEvent(QPaintEvent *) {
    if (!m_spec) return;
    QPainter p(this);
    const auto &t = theme();
    const auto pointer = m_pointer.toStdString();
    const auto value = m_session->at(pointer);
    const auto typed = m_session->typedAt(pointer);
    if (m_editing || m_line->hasFocus()) {
        p.fillRect(QRect(-1, 17, width() + 1, 27), t.field);
        p.setPen(QPen(m_problem.isEmpty() ? t.touch : t.fails, 1.6));
        p.drawRect(QRectF(0.8, 17.8, width() - 1.6, 25.4));
    } else {
        const bool assumedValue =
            typed.isEmpty() || (value.is_object() && value.value("standing", std::string()) == "assumed");
        QPen pen(!m_problem.isEmpty()    ? t.fails
                 : !m_unlikely.isEmpty() ? t.watch
                 : assumedValue          ? t.ink2
                                         : t.touch,
                 1.4);
        if (assumedValue) pen.setDashPattern({4, 3});
        p.setPen(pen);
        p.drawLine(QPointF(0, 43), QPointF(width(), 43));
    }
    p.setFont(face(13));
    p.setPen(t.ink2);
    QString converted;
    if (!typed.isEmpty()) {
        const auto read =
            readTyped(m_editing ? m_line->text().toStdString() : typed.toStdString(), m_spec->dimension, m_spec->unit);
        const std::string_view unit = shownUnit(m_spec->unit);
        const bool sum = typed.contains(u'+') || typed.contains(u'*') || typed.contains(u'/');
        // what was typed in the field's own unit stands converted in the line itself while nobody types
        const bool own = read && (read->unit.empty() || read->unit == m_spec->unit);
        const bool other = read && !read->unit.empty() && read->unit != unit;
        if (read && ((other && (!own || m_editing)) || (m_editing && sum)) && !unit.empty())
            converted = text(valueText(read->si, m_spec->dimension, unit, 4)) + QChar(0xA0) + text(unitLabel(unit));
    }
    const QFontMetrics fm(p.font());
    const int right = converted.isEmpty() ? 0 : fm.horizontalAdvance(converted) + 6;
    p.drawText(QRect(0, 0, width() - right, 17), Qt::AlignLeft | Qt::AlignVCenter,
               fm.elidedText(m_label, Qt::ElideRight, width() - right));
    if (!converted.isEmpty()) {
        p.setPen(t.touch);
        p.drawText(QRect(0, 0, width(), 17), Qt::AlignRight | Qt::AlignVCenter, converted);
    }
}

void ValueEntry::mousePressEvent(QMouseEvent *e) {
    if (e->button() == Qt::LeftButton && e->position().y() < 18) { // dragging the label plays with the value
        m_scrubFrom = int(e->position().x());
        m_scrubbed = 0;
        m_scrubText = m_session->typedAt(m_pointer.toStdString());
        if (m_scrubText.isEmpty() && m_fallback == m_fallback)
            m_scrubText = text(valueText(m_fallback, m_spec->dimension, m_spec->unit, 4)) + text(m_spec->unit);
        setCursor(Qt::SizeHorCursor);
    }
}
void ValueEntry::mouseMoveEvent(QMouseEvent *e) {
    if (m_scrubFrom < 0) return;
    const int perStep = e->modifiers() & Qt::AltModifier ? 16 : 4;
    const long steps = (int(e->position().x()) - m_scrubFrom) / perStep;
    if (steps == m_scrubbed) return;
    m_scrubbed = steps;
    m_line->setText(QString::fromStdString(stepTyped(m_scrubText.toStdString(), steps)));
    commit(true);
}
void ValueEntry::mouseReleaseEvent(QMouseEvent *) {
    if (m_scrubFrom >= 0 && m_scrubbed == 0) m_line->setFocus(Qt::MouseFocusReason);
    m_scrubFrom = -1;
    unsetCursor();
    refresh();
}

// ---- choices

namespace {
/// A choice in its list: its name, and in lighter ink what it means.
class ChoiceDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    static constexpr int words = Qt::UserRole + 1;
    void paint(QPainter *p, const QStyleOptionViewItem &option, const QModelIndex &index) const override {
        QStyledItemDelegate::paint(p, option, index);
        const QString said = index.data(words).toString();
        if (said.isEmpty()) return;
        p->setFont(face(13));
        p->setPen(option.state & QStyle::State_Selected ? theme().sheet : theme().ink2);
        const int x = option.rect.left() + 14 + QFontMetrics(option.font).horizontalAdvance(index.data().toString());
        const QRect room(x, option.rect.top(), option.rect.right() - x - 6, option.rect.height());
        p->drawText(room, Qt::AlignLeft | Qt::AlignVCenter,
                    QFontMetrics(p->font()).elidedText(said, Qt::ElideRight, room.width()));
    }
};
} // namespace

ChoiceEntry::ChoiceEntry(Session *session, QWidget *parent, const QString &label)
    : FieldWidget(session, parent), m_labelWidget(makeLabel(label, 13, Ink::Label, false, false, this)),
      m_box(new QComboBox(this)), m_label(label) {
    setFixedHeight(47);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 0, 0, 3);
    v->setSpacing(1);
    v->addWidget(m_labelWidget);
    v->addWidget(m_box);
    m_box->setFont(face(15));
    m_box->setFixedHeight(25);
    m_box->setMinimumWidth(50);
    m_box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_box->setMinimumContentsLength(3);
    m_box->setFocusPolicy(Qt::StrongFocus);
    setFocusProxy(m_box);
    m_box->setItemDelegate(new ChoiceDelegate(m_box));
    m_box->view()->installEventFilter(this);
    connect(m_box, &QComboBox::activated, this, [this](int index) {
        const auto code = m_box->itemData(index).toString();
        m_session->setText(m_pointer, code,
                           m_label.toLower() + u" "_s + (code.isEmpty() ? u"not chosen"_s : m_box->itemText(index)));
    });
}

bool ChoiceEntry::eventFilter(QObject *o, QEvent *e) {
    if (e->type() == QEvent::KeyPress && static_cast<QKeyEvent *>(e)->key() == Qt::Key_F1) { // the list has the keys
        m_box->hidePopup();
        m_box->setFocus();
        if (auto *help = window()->findChild<QAction *>(u"help"_s)) help->trigger();
        return true;
    }
    return FieldWidget::eventFilter(o, e);
}

void ChoiceEntry::setPointer(const QString &pointer) {
    const auto *before = m_spec;
    FieldWidget::setPointer(pointer);
    if (!m_spec) return;
    if (m_label.isEmpty()) {
        m_label = text(m_spec->label);
        m_labelWidget->setText(m_label);
    }
    if (m_spec != before) {
        const QSignalBlocker block(m_box);
        m_box->clear();
        m_box->addItem(QString(), QString());
        int wide = 220;
        for (const auto &c : choicesOf(*m_spec)) {
            const QString label = QString::fromStdString(c.label), said = QString::fromStdString(c.words);
            m_box->addItem(label, QString::fromStdString(c.code));
            m_box->setItemData(m_box->count() - 1, said, ChoiceDelegate::words);
            m_box->setItemData(m_box->count() - 1, said.isEmpty() ? label : label + u": "_s + said,
                               Qt::AccessibleTextRole);
            m_box->setItemData(m_box->count() - 1, said, Qt::ToolTipRole);
            wide = std::max(wide, QFontMetrics(face(15)).horizontalAdvance(label) +
                                      QFontMetrics(face(13)).horizontalAdvance(said) + 40);
        }
        m_box->view()->setMinimumWidth(std::min(wide, 620));
    }
    m_box->setObjectName(pointer + u".box"_s);
    m_box->setAccessibleName(m_label);
    setToolTip(help());
    refresh();
}
void ChoiceEntry::refresh() {
    const auto v = m_session->at(m_pointer.toStdString());
    const QString code = v.is_string() ? QString::fromStdString(v.get<std::string>()) : QString();
    const int index = m_box->findData(code);
    const QSignalBlocker block(m_box);
    m_box->setItemText(0, m_fallback.isEmpty() ? QString()
                                               : u"≈ "_s + text(m_spec ? choiceLabel(*m_spec, m_fallback.toStdString())
                                                                       : std::string()));
    m_box->setCurrentIndex(std::max(0, index));
}

// ---- texts

TextEntry::TextEntry(Session *session, QWidget *parent, const QString &label)
    : FieldWidget(session, parent), m_labelWidget(makeLabel(label, 13, Ink::Label, false, false, this)),
      m_line(new EntryLine(this)), m_label(label) {
    setFixedHeight(47);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 0, 0, 3);
    v->setSpacing(1);
    v->addWidget(m_labelWidget);
    v->addWidget(m_line);
    m_line->setFrame(false);
    m_line->setFont(face(15));
    m_line->setFixedHeight(25);
    m_line->setMaxLength(200);
    setFocusProxy(m_line);
    connect(m_line, &EntryLine::entered, this, [this] {
        commit();
        moveOn(m_line);
    });
    connect(m_line, &EntryLine::left, this, &TextEntry::commit);
    connect(m_line, &EntryLine::escaped, this, [this] {
        refresh();
        if (auto *p = parentWidget()) p->setFocus();
    });
    connect(m_line, &EntryLine::stepped, this, [this](long steps) {
        m_line->setText(QString::fromStdString(stepTyped(m_line->text().toStdString(), steps)));
        commit();
    });
}
TextEntry::~TextEntry() { m_line->disconnect(this); }
void TextEntry::setPointer(const QString &pointer) {
    FieldWidget::setPointer(pointer);
    if (m_label.isEmpty() && m_spec) {
        m_label = text(m_spec->label);
        m_labelWidget->setText(m_label);
    }
    m_line->setObjectName(pointer + u".line"_s);
    m_line->setAccessibleName(m_label);
    setToolTip(help());
    refresh();
}
void TextEntry::refresh() {
    const auto v = m_session->typedAt(m_pointer.toStdString());
    if (!m_line->hasFocus() || !m_line->isModified()) {
        const QSignalBlocker block(m_line);
        if (m_line->text() != v) m_line->setText(v);
        if (!m_line->hasFocus()) m_line->setCursorPosition(0);
        m_line->setModified(false);
    }
    const QString wrong = m_check && !v.isEmpty() ? m_check(v) : QString();
    const QString colour = (wrong.isEmpty() ? theme().touch : theme().fails).name();
    const QString style =
        u"QLineEdit { background:transparent; border:none; border-bottom:2px solid %1; color:%2; } QLineEdit:focus "
        u"{ background:%3; border:2px solid %1; }"_s.arg(colour, theme().ink.name(), theme().field.name());
    if (m_line->styleSheet() != style) m_line->setStyleSheet(style);
    m_line->setAccessibleDescription(wrong);
    m_line->setToolTip(wrong.isEmpty() ? help() : wrong);
}
void TextEntry::setFallback(const QString &text) {
    if (text == m_fallback) return;
    m_fallback = text;
    m_line->setPlaceholderText(text.isEmpty() ? QString() : u"≈ "_s + text);
}
void TextEntry::commit() {
    QString v = m_line->text().trimmed();
    m_line->setModified(false);
    if (m_reader && !v.isEmpty()) {
        const QString read = m_reader(v);
        if (read.isEmpty())
            emit said(u"%1: '%2' cannot be read. %3"_s.arg(m_label, v, m_spec ? text(m_spec->help) : QString()));
        v = read.isEmpty() ? m_session->typedAt(m_pointer.toStdString()) : read;
        const QSignalBlocker block(m_line);
        m_line->setText(v);
    }
    if (v == m_session->typedAt(m_pointer.toStdString())) return;
    m_session->setText(m_pointer, v, m_label.toLower() + u" "_s + (v.isEmpty() ? u"cleared"_s : v));
    const QString wrong = m_check && !v.isEmpty() ? m_check(v) : QString();
    if (!wrong.isEmpty()) emit said(wrong);
    refresh();
}

FieldWidget *makeField(Session *session, QWidget *parent, const QString &pattern, const QString &label) {
    const auto *spec = fieldAt(pattern.toStdString());
    if (spec && spec->kind == FieldKind::Choice) return new ChoiceEntry(session, parent, label);
    if (spec && spec->kind == FieldKind::Text) return new TextEntry(session, parent, label);
    return new ValueEntry(session, parent, label);
}

} // namespace lw
