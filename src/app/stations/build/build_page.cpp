#include "app/stations/build/build_page.h"
#include "logbook/station_words.h"
#include "app/window/files.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QString hoursText(double h) { return text(numberText(h, 3)); }
/// "Motor plate, X-strip" as words: the texts of steps.
QString stepWords(const BuildPlan &plan, const std::vector<std::string> &keys) {
    QStringList words;
    for (const auto &k : keys) {
        const auto *s = plan.step(k);
        words << QString::fromStdString(s ? s->text : k);
    }
    return words.join(u", "_s);
}
void emptyLayout(QLayout *l) {
    while (auto *item = l->takeAt(0)) {
        if (auto *w = item->widget()) {
            w->hide();
            w->setObjectName(QString());
            w->deleteLater(); // may be the one that was pressed
        }
        delete item;
    }
}
} // namespace

void MachineLane::refresh(const std::vector<MachineFunction> &functions) {
    m_functions = functions;
    QStringList words;
    for (const auto &f : functions)
        words << QString::fromStdString(f.name) + u" "_s + text(slideWord(f.state));
    setAccessibleName(u"The machine now: "_s + words.join(u", "_s));
    update();
}
void MachineLane::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    p.setFont(face(13, true));
    p.setPen(t.ink);
    p.drawText(QRectF(0, 0, 120, 18), Qt::AlignLeft | Qt::AlignVCenter, u"The machine now"_s);
    if (m_functions.empty()) return;
    const double w = (width() - 4.0) / double(m_functions.size());
    for (std::size_t k = 0; k < m_functions.size(); ++k) {
        const auto &f = m_functions[k];
        const QRectF r(w * double(k), 20, w - 4, 22);
        const bool off = f.state == SlideState::Stripped,
                   rough = f.state == SlideState::ByHand || f.state == SlideState::Unproven;
        p.setPen(QPen(off ? t.fails : t.ink, 1.2));
        p.setBrush(off ? hatch(t.fails, 1.2) : rough ? QBrush(t.part2) : QBrush(t.ink));
        p.drawRect(r);
        const QString words = QString::fromStdString(f.name) + u"  "_s + text(slideWord(f.state));
        if (off)
            p.fillRect(QRectF(r.center().x() - QFontMetrics(p.font()).horizontalAdvance(words) / 2.0 - 4, r.top() + 2,
                              QFontMetrics(p.font()).horizontalAdvance(words) + 8, r.height() - 4),
                       t.sheet);
        p.setPen(off ? t.fails : rough ? t.ink : t.onInk);
        p.drawText(r, Qt::AlignCenter, QFontMetrics(p.font()).elidedText(words, Qt::ElideRight, int(r.width()) - 6));
    }
}

BuildPage::BuildPage(Session *session, QWidget *parent) : StationPage(session, StationId::Build, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(0);
    auto *left = new QVBoxLayout;
    left->setContentsMargins(14, 10, 10, 10);
    left->setSpacing(6);
    left->addWidget(makeHeadline());
    left->addWidget(makeLessons());
    m_model = new CellsModel({u"Step"_s, u"hours"_s, u"took"_s, u"needs"_s, u"waits for"_s}, this);
    m_table = new CellsView(m_model, this);
    m_table->setObjectName(u"steps"_s);
    m_table->setAccessibleName(u"Steps of this axis, in order"_s);
    m_table->setWidths({0, 56, 50, 190, 190});
    m_model->edited = [this](const QString &id, int column, const QString &typed) {
        const QString p = u"/tasks/"_s + id + (column == 1 ? u"/hours"_s : u"/hours_spent"_s);
        const QString problem = m_session->typeInto(p, typed);
        if (!problem.isEmpty()) emit said(problem);
        return problem.isEmpty();
    };
    left->addWidget(m_table, 1);
    m_lane = new MachineLane(this);
    left->addWidget(m_lane);
    m_hours = makeLabel({}, 15, Ink::Value, true, true, this);
    m_hours->setObjectName(u"buildHours"_s);
    left->addWidget(m_hours);
    h->addLayout(left, 1);
    auto *scroll = new QScrollArea(this);
    scroll->setFixedWidth(lettered(330));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *side = new QWidget(scroll);
    auto *v = new QVBoxLayout(side);
    v->setContentsMargins(14, 12, 14, 12);
    v->setSpacing(6);
    m_stepTitle = makeLabel({}, 18, Ink::Value, true, true, side);
    m_stepTitle->setObjectName(u"stepTitle"_s);
    m_stepWords = makeLabel({}, 13, Ink::Label, false, true, side);
    m_stepWords->setObjectName(u"stepWords"_s);
    m_refusal = makeLabel({}, 13, Ink::Value, true, true, side);
    m_refusal->setObjectName(u"refusal"_s);
    v->addWidget(m_stepTitle);
    v->addWidget(m_stepWords);
    v->addWidget(m_refusal);
    auto *buttons = new QHBoxLayout;
    buttons->setSpacing(6);
    m_done = makeButton(u"Done (Space)"_s, u"stepDone"_s, side);
    m_leaveOut = makeButton(u"Leave out"_s, u"stepLeaveOut"_s, side);
    auto *add = makeButton(u"New step"_s, u"stepNew"_s, side);
    add->setToolTip(u"N: a step of your own after this one"_s);
    m_leaveOut->setToolTip(u"Delete: not needed on this job"_s);
    connect(m_done, &QPushButton::clicked, this, &BuildPage::tick);
    connect(m_leaveOut, &QPushButton::clicked, this, &BuildPage::leaveOut);
    connect(add, &QPushButton::clicked, this, &BuildPage::newStep);
    for (auto *b : {m_done, m_leaveOut, add})
        buttons->addWidget(b);
    buttons->addStretch(1);
    v->addLayout(buttons);
    m_remedyHost = new QWidget(side);
    new QVBoxLayout(m_remedyHost);
    m_remedyHost->layout()->setContentsMargins(0, 0, 0, 0);
    m_remedyHost->layout()->setSpacing(2);
    v->addWidget(m_remedyHost);
    m_cautionHost = new QWidget(side);
    new QVBoxLayout(m_cautionHost);
    m_cautionHost->layout()->setContentsMargins(0, 0, 0, 0);
    m_cautionHost->layout()->setSpacing(6);
    v->addWidget(m_cautionHost);
    auto *grid = new QGridLayout;
    grid->setHorizontalSpacing(12);
    int n = 0;
    for (const char *key :
         {"hours", "hours_spent", "tolerance_mm", "need_by", "after", "needs", "strips", "restores", "text", "note"}) {
        auto *f = makeField(m_session, side, u"/tasks/x/"_s + QString::fromLatin1(key));
        connect(f, &FieldWidget::said, this, &StationPage::said);
        if (auto *entry = qobject_cast<TextEntry *>(f); entry && QByteArray(key) == "need_by")
            entry->setReader([this](const QString &t) {
                const auto d = readDay(t.toStdString(), m_session->today());
                return d ? QString::fromStdString(isoDay(*d)) : QString();
            });
        const bool wide = n >= 4;
        grid->addWidget(f, wide ? n - 2 : n / 2, wide ? 0 : n % 2, 1, wide ? 2 : 1);
        m_stepFields.push_back(f);
        ++n;
    }
    v->addLayout(grid);
    v->addWidget(makeLabel(text(localRulesFirst()), 13, Ink::Faint, false, true, side));
    v->addStretch(1);
    scroll->setWidget(side);
    h->addWidget(scroll);
    connect(m_table, &CellsView::currentIdChanged, this, &BuildPage::showStep);
    connect(m_table, &CellsView::opened, this, [this] {
        if (!m_stepFields.empty()) m_stepFields.front()->setFocus();
    });
}

void BuildPage::update(const ProvedAxis &) {
    const auto &plan = m_session->plan();
    setHeadline(buildVerdict(plan, m_axis), text(buildHeadline(plan, m_axis)));
    std::vector<CellRow> rows;
    double planned = 0, spent = 0, left = 0;
    const QString keep = m_table->currentId();
    QString first;
    for (const auto &s : plan.steps) {
        if (s.axis != m_axis && !s.axis.empty()) continue;
        CellRow r;
        r.id = QString::fromStdString(s.key);
        const bool trap = !s.traps.empty();
        Cell step{QString::fromStdString(s.text)};
        step.bold = trap;
        if (trap)
            step.mark = Verdict::Fails;
        else if (s.done())
            step.mark = Verdict::Holds;
        step.tag = !s.done() && !s.cautions.empty() && s.cautions.front().text->severity == Severity::Danger;
        if (s.done()) {
            const auto d = dayFromIso(s.doneOn);
            step.under = u"done "_s + (d ? text(shownDay(*d, m_session->today())) : QString::fromStdString(s.doneOn));
        } else if (!s.missing.empty())
            step.under = u"part not in hand: "_s + QString::fromStdString(s.missing.front()) +
                         (s.missing.size() > 1 ? u" and %1 more"_s.arg(s.missing.size() - 1) : QString());
        else if (!s.note.empty())
            step.under = QString::fromStdString(s.note);
        r.cells.push_back(step);
        Cell hours{hoursText(s.hours)};
        hours.italic = !s.hoursTyped;
        hours.right = hours.editable = true;
        r.cells.push_back(hours);
        Cell took{s.spent == s.spent ? hoursText(s.spent) : QString()};
        took.right = took.editable = true;
        r.cells.push_back(took);
        QString needs = QString::fromStdString(s.needsText);
        for (const char *q : {"@2", "@1", "@0"})
            needs.remove(QLatin1String(q));
        if (!s.stripsText.empty())
            needs += (needs.isEmpty() ? QString() : u"; "_s) + u"takes off "_s + QString::fromStdString(s.stripsText);
        r.cells.push_back(Cell{needs});
        r.cells.push_back(Cell{stepWords(plan, s.waits)});
        if (trap) r.wash = theme().failsWash;
        r.tip = QString::fromStdString(s.key + ": " + s.text) +
                (s.waits.empty() ? QString() : u"\nwaits for "_s + stepWords(plan, s.waits));
        rows.push_back(std::move(r));
        planned += s.hours;
        spent += s.spent == s.spent ? s.spent : 0;
        if (!s.done()) {
            left += std::max(0.0, plan.factor * s.hours - (s.spent == s.spent ? s.spent : 0));
            if (first.isEmpty() || (trap && keep.isEmpty())) first = QString::fromStdString(s.key);
        }
    }
    m_model->setRows(std::move(rows));
    if (m_table->currentId().isEmpty()) m_table->setCurrentId(m_model->rowOf(keep) >= 0 ? keep : first);
    m_lane->refresh(plan.functions);
    QString words = u"%1 h left of %2, %3 spent"_s.arg(hoursText(left), hoursText(planned), hoursText(spent));
    if (plan.factor != 1) words += u"   so far everything takes %1 × the plan"_s.arg(hoursText(plan.factor));
    if (const auto week = knownAt(m_session->project(), "/hours_a_week"); week.known())
        words += u"   whole job: %1 weeks at %2 h"_s.arg(hoursText(std::ceil(plan.left / (week.v / 3600))),
                                                         hoursText(week.v / 3600));
    m_hours->setText(words);
    showStep();
}

void BuildPage::showStep() {
    const auto &plan = m_session->plan();
    m_step = m_table->currentId();
    const auto *s = plan.step(m_step.toStdString());
    for (auto *f : m_stepFields)
        f->setVisible(s != nullptr);
    m_done->setEnabled(s != nullptr);
    m_leaveOut->setEnabled(s != nullptr);
    m_done->setText(s && s->done() ? u"Not done (Space)"_s : u"Done (Space)"_s);
    if (!s) {
        m_stepTitle->setText(plan.steps.empty() ? u"Steps come with a motor (station 3)."_s : u"Choose a step."_s);
        m_stepWords->clear();
        m_refusal->hide();
        m_remedyHost->hide();
        m_cautionHost->hide();
        return;
    }
    m_stepTitle->setText(QString::fromStdString(s->text));
    QString words;
    if (!s->traps.empty()) {
        const auto &t = s->traps.front();
        const auto *strip = plan.step(t.strip);
        words = u"It needs %1, and waits for: %2."_s.arg(QString::fromStdString(t.function),
                                                         QString::fromStdString(strip ? strip->text : t.strip));
        if (!t.waits.empty())
            words += u" %1 goes back only with it done: %2."_s.arg(QString::fromStdString(t.function),
                                                                   stepWords(plan, t.waits));
        if (!t.unlinked.empty()) words += u" Or link one of these between: %1."_s.arg(stepWords(plan, t.unlinked));
        words += u" Whichever is cheapest breaks the circle:"_s;
    } else if (!s->waits.empty())
        words = u"Comes after: "_s + stepWords(plan, s->waits);
    else if (!s->done())
        words = u"Can be done now. Space ticks it."_s;
    else
        words = u"Ticked. Space takes the tick away."_s;
    m_stepWords->setText(words);
    m_refusal->setVisible(!s->refusal.empty() && !s->done());
    m_refusal->setText(QString::fromStdString(s->refusal));
    // ways out
    const QString currency = text(unitLabel(textAt(m_session->project(), "/currency", "EUR")));
    QString remediesOf = m_step;
    for (const auto &r : s->remedies)
        remediesOf += u"|%1 %2 %3"_s.arg(QString::fromStdString(r.text)).arg(r.cost).arg(r.reaches);
    if (remediesOf != m_remediesOf) {
        m_remediesOf = remediesOf;
        emptyLayout(m_remedyHost->layout());
        for (std::size_t k = 0; k < s->remedies.size(); ++k) {
            const auto &r = s->remedies[k];
            auto *row = new QWidget(m_remedyHost);
            auto *g = new QGridLayout(row);
            g->setContentsMargins(0, 3, 0, 3);
            g->setHorizontalSpacing(6);
            g->setVerticalSpacing(0);
            auto *mark = new MarkWidget(row, {34, 22});
            mark->MarkWidget::show(!r.reaches ? Verdict::Fails : k == 0 ? Verdict::Holds : Verdict::Watch);
            g->addWidget(mark, 0, 0, 2, 1, Qt::AlignTop);
            auto *b = makeLink(QString::fromStdString(r.text), row, k == 0, true);
            b->setFont(face(15, k == 0));
            b->setObjectName(u"remedy_%1"_s.arg(k));
            b->setEnabled(r.reaches);
            connect(b, &QPushButton::clicked, this, [this, k] { takeRemedy(k); });
            g->addWidget(b, 0, 1);
            QString cost = r.money > 0        ? u"%1 %2"_s.arg(text(numberText(r.money, 4)), currency)
                           : r.extraHours > 0 ? u"+%1 h"_s.arg(hoursText(r.extraHours))
                                              : u"0 h"_s;
            if (r.delayDays > 0) cost += u", %1 d"_s.arg(hoursText(r.delayDays));
            auto *c = makeLabel(cost, 15, Ink::Value, true, false, row);
            g->addWidget(c, 0, 2, Qt::AlignRight | Qt::AlignTop);
            g->addWidget(makeLabel(QString::fromStdString(r.why), 13, Ink::Label, false, true, row), 1, 1, 1, 2);
            g->setColumnStretch(1, 1);
            m_remedyHost->layout()->addWidget(row);
        }
    }
    m_remedyHost->setVisible(!s->remedies.empty());
    // cautions, hung beside the step; danger ones are ticked once a day
    QString cautionsOf = m_step + QString::fromStdString(isoDay(m_session->today())) + theme().ink.name();
    for (const auto &c : s->cautions)
        cautionsOf += text(c.text->id) + m_session->typedAt("/cautions/" + std::string(c.text->id) + "/read_on");
    if (cautionsOf != m_cautionsOf) {
        m_cautionsOf = cautionsOf;
        emptyLayout(m_cautionHost->layout());
        for (const auto &c : s->cautions) {
            auto *tag = new QFrame(m_cautionHost);
            tag->setProperty("caution", true);
            auto *v = new QVBoxLayout(tag);
            v->setContentsMargins(10, 6, 10, 6);
            v->setSpacing(2);
            auto *head = new QHBoxLayout;
            head->addWidget(makeLabel(u"//  "_s + text(c.text->head), 15, Ink::Value, true, false, tag), 1);
            v->addLayout(head);
            v->addWidget(makeLabel(QString::fromStdString(c.words), 13, Ink::Value, false, true, tag));
            if (c.text->severity == Severity::Danger) {
                auto *read = new QCheckBox(u"read, for today"_s, tag);
                read->setObjectName(u"caution_"_s + text(c.text->id));
                read->setAccessibleName(text(c.text->head) + u": read, for today"_s);
                const std::string place = "/cautions/" + std::string(c.text->id) + "/read_on";
                read->setChecked(m_session->typedAt(place).toStdString() == isoDay(m_session->today()));
                const QString what = text(c.text->head);
                connect(read, &QCheckBox::clicked, this, [this, place, what](bool on) {
                    m_session->apply(
                        {{{place, on ? nlohmann::json(isoDay(m_session->today())) : nlohmann::json(nullptr)}},
                         u"caution read: "_s + what});
                });
                v->addWidget(read);
            }
            m_cautionHost->layout()->addWidget(tag);
        }
    }
    m_cautionHost->setVisible(!s->cautions.empty());
    static const std::string keys[] = {"hours", "hours_spent", "tolerance_mm", "need_by", "after",
                                       "needs", "strips",      "restores",     "text",    "note"};
    for (std::size_t k = 0; k < m_stepFields.size(); ++k) {
        auto *f = m_stepFields[k];
        const QString pointer = u"/tasks/"_s + m_step + u"/"_s + QString::fromStdString(keys[k]);
        if (f->pointer() != pointer)
            f->setPointer(pointer);
        else
            f->refresh();
        if (auto *value = qobject_cast<ValueEntry *>(f))
            value->setFallback(keys[k] == "hours"          ? s->hours * 3600
                               : keys[k] == "tolerance_mm" ? s->toleranceMm * 1e-3
                                                           : notKnown,
                               u"our guess"_s);
        if (auto *entry = qobject_cast<TextEntry *>(f))
            entry->setFallback(QString::fromStdString(keys[k] == "after"      ? s->afterText
                                                      : keys[k] == "needs"    ? s->needsText
                                                      : keys[k] == "strips"   ? s->stripsText
                                                      : keys[k] == "restores" ? s->restoresText
                                                      : keys[k] == "text"     ? s->text
                                                                              : std::string()));
    }
}

void BuildPage::tick() {
    const auto *s = m_session->plan().step(m_step.toStdString());
    if (!s) return;
    if (s->done()) {
        m_session->apply({{{"/tasks/" + s->key + "/done_on", nullptr},
                           {"/tasks/" + s->key + "/hours_spent", nullptr},
                           {"/log/" + s->doneOn + "-step-" + s->key, nullptr}},
                          u"not done: "_s + QString::fromStdString(s->text)});
        return;
    }
    if (!s->refusal.empty()) return emit said(QString::fromStdString(s->refusal));
    if (!s->traps.empty())
        return emit said(u"This is a trap: take one of the ways out first (M takes the cheapest)."_s);
    const auto unread = unreadDangers(m_session->project(), *s, m_session->today());
    if (!unread.empty()) {
        emit said(u"Read first, then tick: "_s + text(unread.front()->text->head) + u". Danger is read once a day."_s);
        if (auto *box = findChild<QCheckBox *>(u"caution_"_s + text(unread.front()->text->id))) box->setFocus();
        return;
    }
    const QString words =
        s->waits.empty() ? u"Ticked. How long did it take? Type it under Took."_s
                         : u"Ticked out of order: it comes after %1."_s.arg(stepWords(m_session->plan(), s->waits));
    m_session->apply({stepTicked(*s, "", m_session->now()), u"done: "_s + QString::fromStdString(s->text)});
    emit said(words);
}

void BuildPage::takeRemedy(std::size_t k) {
    const auto &plan = m_session->plan();
    const auto *s = plan.step(m_step.toStdString());
    if (!s || k >= s->remedies.size() || !s->remedies[k].reaches) return;
    auto patches = remedyPatches(plan, *s, s->remedies[k]);
    const QString words = QString::fromStdString(s->text + ": " + s->remedies[k].text);
    patches.push_back(decisionEntry(m_axis, words.toStdString(),
                                    "it would have been made while the machine is in pieces", m_session->now()));
    m_session->apply({patches, words});
    emit said(words + u". Ctrl+Z takes it back."_s);
}

void BuildPage::newStep() {
    int n = 1;
    while (!m_session->at("/tasks/" + m_axis + "-own" + std::to_string(n)).is_null())
        ++n;
    const std::string key = m_axis + "-own" + std::to_string(n);
    nlohmann::json step = {
        {"text", "New step"}, {"axis", m_axis}, {"kind", "work"}, {"hours", {{"typed", "1h"}, {"standing", "stated"}}}};
    if (!m_step.isEmpty()) step["after"] = m_step.toStdString();
    m_session->apply({{{"/tasks/" + key, step}}, u"step added"_s});
    m_table->setCurrentId(QString::fromStdString(key));
    for (auto *f : m_stepFields)
        if (f->pointer().endsWith(u"/text"_s)) f->setFocus();
}

void BuildPage::leaveOut() {
    const auto *s = m_session->plan().step(m_step.toStdString());
    if (!s) return;
    const QString words = QString::fromStdString(s->text);
    if (s->derived)
        m_session->apply({{{"/tasks/" + s->key + "/state", "dropped"}}, u"left out: "_s + words});
    else
        m_session->apply({{{"/tasks/" + s->key, nullptr}}, u"step removed: "_s + words});
    emit said(words + u" is left out; what came after it comes after what it waited for. Ctrl+Z brings it back."_s);
}

bool BuildPage::handleKey(QKeyEvent *e) {
    if (e->modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier)) return false;
    switch (e->key()) {
    case Qt::Key_Space: tick(); return true;
    case Qt::Key_M: takeRemedy(0); return true;
    case Qt::Key_N: newStep(); return true;
    case Qt::Key_Delete: leaveOut(); return true;
    case Qt::Key_Up:
    case Qt::Key_Down:
        if (!m_table->hasFocus()) {
            m_table->setFocus();
            if (m_table->hasFocus())
                QCoreApplication::sendEvent(m_table, e); // else the key would come back here for ever
        }
        return true;
    default: return false;
    }
}

} // namespace lw
