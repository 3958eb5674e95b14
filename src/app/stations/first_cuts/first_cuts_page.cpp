#include "app/stations/first_cuts/first_cuts_page.h"
#include "app/window/files.h"
#include "logbook/station_words.h"
#include "picture/marks.h"
#include "plan/cautions.h"
#include "app/widgets.h"
#include <cmath>

namespace lw {
using namespace Qt::StringLiterals;

DialWidget::DialWidget(QWidget *parent) : QWidget(parent) {
    setFixedSize(168, 168);
    setCursor(Qt::PointingHandCursor);
    setToolTip(u"Drag the needle to set the reading. Dashed: predicted."_s);
}
void DialWidget::refresh(const DialFace &f) {
    m_face = f;
    setAccessibleName(f.value == f.value ? u"dial at %1 %2"_s.arg(f.value).arg(f.unit) : u"dial, no reading"_s);
    update();
}
void DialWidget::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintDial(p, QRectF(rect()).adjusted(2, 2, -2, -2), m_face);
}
void DialWidget::follow(const QPointF &at) {
    const QPointF d = at - QRectF(rect()).center();
    double turn = std::atan2(d.y(), d.x()) / (2 * M_PI) + 0.25;
    if (turn < 0) turn += 1;
    const double step = m_face.turn / m_face.divisions;
    emit dragged(std::round(turn * m_face.turn / step) * step);
}
void DialWidget::mousePressEvent(QMouseEvent *e) { follow(e->position()); }
void DialWidget::mouseMoveEvent(QMouseEvent *e) { follow(e->position()); }

CardButton::CardButton(QWidget *parent) : QAbstractButton(parent) {
    setFixedHeight(50);
    setMinimumWidth(56);
    setFocusPolicy(Qt::TabFocus);
    setCursor(Qt::PointingHandCursor);
}
void CardButton::refresh(int number, const QString &title, const CardResult &result, bool current) {
    m_number = number;
    m_title = title;
    m_result = result;
    m_current = current;
    setAccessibleName(u"card %1, %2, %3"_s.arg(number).arg(title, result.waits && !result.begun ? u"waits"_s
                                                                  : result.waived
                                                                      ? u"waived"_s
                                                                      : lw::text(verdictWord(result.verdict))));
    setToolTip(QString::fromStdString(result.sentence));
    update();
}
void CardButton::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const bool waits = m_result.waits && !m_result.begun;
    QPen pen(m_current || hasFocus() ? t.touch : t.rule2, m_current || hasFocus() ? 2.2 : 1.2);
    if (waits && !m_current) pen.setDashPattern({3, 2});
    p.setPen(pen);
    p.setBrush(m_current ? t.touchWash : t.sheet);
    p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    p.setPen(t.ink2);
    p.setFont(face(13, m_current));
    p.drawText(QRectF(6, 3, 24, 18), Qt::AlignLeft | Qt::AlignVCenter, QString::number(m_number));
    if (waits)
        p.drawText(QRectF(0, 3, width() - 6, 18), Qt::AlignRight | Qt::AlignVCenter, u"waits"_s);
    else
        paintPin(p, {width() - 30.0, 12}, m_result.verdict, {22, 11}, m_result.begun);
    p.setPen(t.ink);
    p.setFont(face(13, m_current));
    p.drawText(QRectF(6, 20, width() - 10, 28), Qt::AlignLeft | Qt::AlignTop,
               QFontMetrics(p.font()).elidedText(m_title.toLower(), Qt::ElideRight, width() - 10));
}

void PredictionList::refresh(const std::vector<Prediction> &rows, bool narrow) {
    m_rows = rows;
    m_narrow = narrow;
    setFixedHeight(sizeHint().height());
    QStringList words;
    for (std::size_t k = 0; k < m_rows.size(); ++k)
        words << rowText(k);
    setAccessibleName(words.join(u"; "_s));
    update();
}
namespace {
/// Steps per mm, or per inch where inches are shown.
double perShownLength() { return 1 / shownScale(Dimension::Length, "mm"); }
QString figure(const Prediction &q, double v) {
    if (q.unit == "1/mm") return text(numberText(v * perShownLength(), 6));
    return q.unit == "K" ? text(numberText(v, 5)) : text(shownNumber(v, q.dimension, q.unit, 4));
}
QString unitWord(const Prediction &q) {
    return q.unit == "1/mm" ? u"per "_s + text(shownUnit("mm")) : text(unitLabel(shownUnit(q.unit)));
}
} // namespace
QString PredictionList::rowText(std::size_t k) const {
    const auto &q = m_rows[k];
    return u"%1: said %2, is %3 %4, %5"_s.arg(text(q.label), q.said == q.said ? figure(q, q.said) : u"not known"_s,
                                              q.is == q.is ? figure(q, q.is) : u"not measured"_s, unitWord(q),
                                              text(verdictWord(q.verdict)));
}
void PredictionList::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    for (std::size_t k = 0; k < m_rows.size(); ++k) {
        const auto &q = m_rows[k];
        const double y = double(k) * (m_narrow ? 34 : 72);
        paintPin(p, {1, y + (m_narrow ? 16 : 18)}, q.verdict, m_narrow ? QSizeF(20, 10) : QSizeF(26, 13),
                 q.is == q.is || q.said == q.said);
        p.setPen(t.ink);
        if (m_narrow) {
            p.setFont(face(13));
            QString name = text(q.label); // the first words are enough beside its unit
            for (const auto &tail : {u" of "_s, u" by"_s, u" at"_s})
                if (const auto cut = name.indexOf(tail); cut > 0) name.truncate(cut);
            p.drawText(QRectF(28, y, width() * 0.37, 32), Qt::AlignLeft | Qt::AlignVCenter,
                       name + u", "_s + unitWord(q));
            p.setFont(face(13, true));
            p.drawText(QRectF(28, y, width() * 0.70 - 28, 32), Qt::AlignRight | Qt::AlignVCenter,
                       (q.said == q.said ? figure(q, q.said) : u"?"_s) + u" → "_s +
                           (q.is == q.is ? figure(q, q.is) : u"?"_s));
            paintBand(p, QRectF(width() * 0.73, y, width() * 0.26, 32), q);
        } else {
            p.setFont(face(15));
            p.drawText(QRectF(36, y + 6, width() - 150, 22), Qt::AlignLeft | Qt::AlignVCenter, text(q.label));
            const QString unit = unitWord(q);
            p.setFont(face(13));
            const double unitWidth = QFontMetrics(p.font()).horizontalAdvance(unit);
            p.setPen(t.ink2);
            p.drawText(QRectF(0, y + 8, width() - 2, 20), Qt::AlignRight | Qt::AlignVCenter, unit);
            p.setPen(t.ink);
            p.setFont(face(18, true));
            p.drawText(QRectF(0, y + 4, width() - 8 - unitWidth, 24), Qt::AlignRight | Qt::AlignVCenter,
                       q.is == q.is ? figure(q, q.is) : u"–"_s);
            paintBand(p, QRectF(36, y + 28, width() - 40, 26), q);
            p.setFont(face(13));
            p.setPen(t.ink2);
            QString said = q.said != q.said ? u"not predicted: write what you expect, or measure"_s
                                            : (q.saidTyped   ? u"said before "_s
                                               : q.notBefore ? u"not before "_s
                                                             : u"predicted "_s) +
                                                  figure(q, q.said);
            if (!q.note.empty()) said += u", "_s + QString::fromStdString(q.note);
            p.drawText(QRectF(0, y + 52, width(), 18), Qt::AlignHCenter | Qt::AlignVCenter,
                       p.fontMetrics().elidedText(said, Qt::ElideRight, width()));
            p.setPen(QPen(t.rule, 1));
            p.drawLine(QPointF(0, y + 71), QPointF(width(), y + 71));
        }
    }
}

FirstCutsPage::FirstCutsPage(Session *session, QWidget *parent) : StationPage(session, StationId::FirstCuts, parent) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(0);
    auto *leftHost = new QWidget(this);
    auto *left = new QVBoxLayout(leftHost);
    left->setContentsMargins(14, 10, 10, 8);
    left->setSpacing(5);
    left->addWidget(makeHeadline());
    left->addWidget(makeLessons());
    auto *two = new QHBoxLayout;
    two->setSpacing(14);
    auto *cardScroll = new QScrollArea(leftHost);
    cardScroll->setWidgetResizable(true);
    cardScroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *cardHost = new QWidget(cardScroll);
    auto *card = new QVBoxLayout(cardHost);
    card->setContentsMargins(0, 0, 6, 0);
    card->setSpacing(5);
    auto *titleRow = new QHBoxLayout;
    m_cardMark = new MarkWidget(cardHost);
    m_cardTitle = makeLabel({}, 18, Ink::Value, true, false, cardHost);
    m_cardTitle->setObjectName(u"cardTitle"_s);
    titleRow->addWidget(m_cardMark);
    titleRow->addWidget(m_cardTitle, 1);
    card->addLayout(titleRow);
    m_said = makeStillLabel(15, true, cardHost);
    m_said->setObjectName(u"cardSays"_s);
    card->addWidget(m_said);
    auto *dialRow = new QHBoxLayout;
    m_dial = new DialWidget(cardHost);
    dialRow->addWidget(m_dial);
    auto *words = new QVBoxLayout;
    m_todo = makeLabel({}, 13, Ink::Value, false, true, cardHost);
    m_accept = makeLabel({}, 13, Ink::Label, false, true, cardHost);
    m_advice = makeLabel({}, 13, Ink::Value, false, true, cardHost);
    m_advice->setProperty("lesson", true);
    m_advice->setObjectName(u"cardCaution"_s);
    words->addWidget(m_todo);
    words->addWidget(m_accept);
    words->addWidget(m_advice);
    words->addStretch(1);
    dialRow->addLayout(words, 1);
    card->addLayout(dialRow);
    m_entries = new QWidget(cardHost);
    m_entryGrid = new QGridLayout(m_entries);
    m_entryGrid->setContentsMargins(0, 0, 0, 0);
    m_entryGrid->setHorizontalSpacing(8);
    m_entryGrid->setVerticalSpacing(2);
    card->addWidget(m_entries);
    card->addStretch(1);
    cardScroll->setWidget(cardHost);
    two->addWidget(cardScroll, 3);
    auto *mid = new QScrollArea(leftHost);
    mid->setWidgetResizable(true);
    mid->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *midHost = new QWidget(mid);
    auto *mv = new QVBoxLayout(midHost);
    mv->setContentsMargins(0, 0, 6, 0);
    mv->addWidget(makeLabel(u"Predicted and measured"_s, 15, Ink::Value, true, false, midHost));
    m_predictions = new PredictionList(midHost);
    m_predictions->setObjectName(u"predictions"_s);
    mv->addWidget(m_predictions);
    mv->addStretch(1);
    mid->setWidget(midHost);
    two->addWidget(mid, 2);
    left->addLayout(two, 1);
    auto *cardsHead = new QHBoxLayout;
    cardsHead->addWidget(makeLabel(u"Cards"_s, 15, Ink::Value, true, false, leftHost));
    cardsHead->addStretch(1);
    m_count = makeLabel({}, 13, Ink::Label, false, false, leftHost);
    m_count->setObjectName(u"cardCount"_s);
    cardsHead->addWidget(m_count);
    left->addLayout(cardsHead);
    auto *cards = new QGridLayout;
    cards->setSpacing(4);
    for (int k = 0; k < int(cardCount); ++k) {
        auto *b = new CardButton(leftHost);
        b->setObjectName(u"card_%1"_s.arg(k + 1));
        connect(b, &QAbstractButton::clicked, this, [this, k] {
            const auto specs = cardsOf(proved().model);
            if (k < int(specs.size())) showCard(specs[std::size_t(k)]->id);
        });
        cards->addWidget(b, k / 7, k % 7);
        m_buttons.push_back(b);
    }
    left->addLayout(cards);
    left->addWidget(
        makeLabel(u"Nothing moves before card 1 holds: stop button and earth. Mains and guards by your local rules, a "
                  u"licensed hand for the mains."_s,
                  13, Ink::Label, false, true, leftHost));
    h->addWidget(leftHost, 1);
    auto *right = new QWidget(this);
    right->setFixedWidth(lettered(330));
    auto *v = new QVBoxLayout(right);
    v->setContentsMargins(10, 10, 14, 10);
    v->setSpacing(5);
    m_sheetTitle = makeLabel({}, 18, Ink::Value, true, false, right);
    v->addWidget(m_sheetTitle);
    v->addWidget(makeLabel(u"d design   c card   t typed"_s, 13, Ink::Label, false, false, right));
    m_sheetModel = new CellsModel({u"Setting"_s, u"value"_s, u""_s}, this);
    m_sheet = new CellsView(m_sheetModel, right);
    m_sheet->setObjectName(u"sheetTable"_s);
    m_sheet->setAccessibleName(u"Settings sheet"_s);
    m_sheet->setWidths({0, 82, 22});
    m_sheet->horizontalHeader()->hide();
    v->addWidget(m_sheet, 1);
    auto *typed = new QGridLayout;
    typed->setHorizontalSpacing(10);
    typed->addWidget(addValue(u"settings/home_fast_mm_min"_s, {}, u"stated"_s, right), 0, 0);
    typed->addWidget(addValue(u"settings/home_slow_mm_min"_s, {}, u"stated"_s, right), 0, 1);
    typed->addWidget(addValue(u"settings/idle_current_pct"_s, {}, u"stated"_s, right), 1, 0);
    typed->addWidget(addValue(u"/controller/pulse_limit_Hz"_s, {}, u"catalogue"_s, right), 1, 1);
    typed->addWidget(addValue(u"design/drive/microsteps"_s, {}, u"stated"_s, right), 2, 0);
    typed->addWidget(addField(u"design/steps_typed"_s, u"Steps typed"_s, right), 2, 1);
    v->addLayout(typed);
    m_draft = makeLabel({}, 13, Ink::Value, true, true, right);
    m_draft->setObjectName(u"draft"_s);
    v->addWidget(m_draft);
    auto *out = new QHBoxLayout;
    out->setSpacing(6);
    for (const auto &[name, filter] :
         {std::pair{u"csv"_s, u"CSV (*.csv)"_s}, {u"json"_s, u"JSON (*.json)"_s}, {u"ini"_s, u"INI (*.ini)"_s}}) {
        auto *b = makeButton(name.toUpper(), u"settings_"_s + name, right);
        b->setAccessibleName(u"Save the sheet as "_s + name.toUpper());
        connect(b, &QPushButton::clicked, this, [this, f = filter, s = name] { exportSheet(f, s); });
        out->addWidget(b);
    }
    out->addStretch(1);
    v->addLayout(out);
    h->addWidget(right);
    connect(m_dial, &DialWidget::dragged, this, [this](double value) {
        if (m_lastReading.isEmpty()) return;
        const QString unit = text(cardSpec(m_card).dial);
        m_session->typeInto(m_lastReading, QString::number(value, 'g', 6) + unit, u"measured"_s);
    });
}

void FirstCutsPage::showCard(CardId id) {
    m_card = id;
    m_cardAxis = m_axis;
    refresh();
    if (!m_entryFields.empty()) m_entryFields.front()->setFocus();
}

void FirstCutsPage::goTo(const QString &code) {
    if (const auto *spec = cardByCode(code.toStdString())) showCard(spec->id);
}

void FirstCutsPage::buildCard(const CardSpec &spec) {
    for (auto *f : m_entryFields)
        dropField(f);
    m_entryFields.clear();
    while (auto *item = m_entryGrid->takeAt(0)) {
        if (auto *w = item->widget()) {
            w->hide();
            if (!qobject_cast<FieldWidget *>(w)) w->deleteLater();
        }
        delete item;
    }
    m_means.clear();
    const QString base = u"cards/"_s + text(spec.code) + u"/"_s;
    int row = 0;
    constexpr int across = 6;
    for (const auto &s : spec.series) {
        const int rows = std::max<int>(1, int(s.places.size()));
        for (int r = 0; r < rows; ++r) {
            const QString place = s.places.empty() ? text(s.label) : text(s.places[std::size_t(r)]);
            m_entryGrid->addWidget(makeLabel(place, 13, Ink::Value, false, true, m_entries), row, 0,
                                   Qt::AlignLeft | Qt::AlignVCenter);
            for (int c = 0; c < s.across; ++c) {
                const QString id = s.places.empty() ? QString::number(c + 1) : u"%1-%2"_s.arg(r + 1).arg(c + 1);
                auto *f = addValue(base + text(s.key) + u"/"_s + id, QString::number(c + 1), u"measured"_s, m_entries);
                m_entryGrid->addWidget(f, row + c / across, 1 + c % across);
                m_entryFields.push_back(f);
            }
            if (!s.places.empty()) {
                auto *mean = makeLabel({}, 15, Ink::Value, true, false, m_entries);
                m_entryGrid->addWidget(mean, row, 1 + across, Qt::AlignRight | Qt::AlignVCenter);
                m_means.push_back(mean);
            }
            row += (s.across + across - 1) / across;
        }
    }
    int n = 0;
    for (const auto &key : spec.fields) {
        auto *f = addField(base + text(key), {}, m_entries);
        if (auto *value = qobject_cast<ValueEntry *>(f)) value->setStanding(u"measured"_s);
        m_entryGrid->addWidget(f, row + n / 3, 1 + 2 * (n % 3), 1, 2);
        m_entryFields.push_back(f);
        ++n;
    }
    row += (n + 2) / 3;
    auto *note = addField(base + u"note"_s, {}, m_entries);
    m_entryGrid->addWidget(note, row, 1, 1, 3);
    m_entryFields.push_back(note);
    if (!spec.gate) {
        auto *waived = addField(base + u"waived"_s, {}, m_entries);
        m_entryGrid->addWidget(waived, row, 4, 1, 3);
        m_entryFields.push_back(waived);
    }
    for (auto *f : m_entryFields)
        f->show(); // not only when the event loop comes round
    for (std::size_t k = 1; k < m_entryFields.size(); ++k)
        QWidget::setTabOrder(m_entryFields[k - 1], m_entryFields[k]);
}

void FirstCutsPage::update(const ProvedAxis &p) {
    const auto &project = m_session->project();
    const auto specs = cardsOf(p.model);
    const auto results = judgeCards(project, p.model, p.evaluation.state);
    if (m_cardAxis != m_axis) { // the next card that is open
        m_cardAxis = m_axis;
        m_card = specs.front()->id;
        for (std::size_t k = 0; k < specs.size(); ++k)
            if (!results[k].passes()) {
                m_card = specs[k]->id;
                break;
            }
    }
    std::size_t at = 0;
    int passed = 0;
    Verdict worstCard = Verdict::Holds;
    bool begun = false;
    for (std::size_t k = 0; k < specs.size(); ++k) {
        if (specs[k]->id == m_card) at = k;
        passed += results[k].passes();
        begun |= results[k].begun;
        if (results[k].begun && !results[k].waived) worstCard = std::min(worstCard, results[k].verdict);
    }
    const auto &spec = *specs[at];
    const auto &result = results[at];
    setHeadline(!begun                                                      ? Verdict::NotKnown
                : worstCard == Verdict::Holds && passed < int(specs.size()) ? Verdict::Watch
                                                                            : worstCard,
                text(cardsHeadline(results, specs)));
    const QString built = QString::fromStdString(m_axis) + text(spec.code) + text(spec.title);
    if (built != m_builtFor) {
        m_builtFor = built;
        buildCard(spec);
    }
    m_cardTitle->setText(u"Card %1 of %2   %3"_s.arg(at + 1).arg(specs.size()).arg(text(spec.title)));
    m_cardMark->MarkWidget::show(result.verdict, result.begun);
    m_said->say((result.waits && !result.begun ? u"Waits for the cards before it. "_s : QString()) +
                    (result.waived ? u"Waived. "_s : QString()) + QString::fromStdString(result.sentence),
                text(m_axis) + text(spec.code));
    m_todo->setText(text(inShownUnits(spec.todo)));
    m_accept->setText(u"Good: "_s + text(inShownUnits(spec.accept)));
    const auto c = caution(spec.cautionId, p.model.mass.v);
    QString advice = c.text ? u"//  "_s + text(c.text->head) + u". "_s + QString::fromStdString(c.words) : QString();
    if (spec.id == CardId::SoftEnds) // what these ends are there for
        for (const auto &f : p.evaluation.findings)
            if (const auto words = f.id == "B4"_check ? cautionOf(p.model, p.evaluation.state, f) : std::string();
                !words.empty())
                advice += u"\n//  "_s + text(words);
    m_advice->setText(advice);
    // dial
    m_dial->setVisible(!spec.dial.empty());
    if (!spec.dial.empty()) {
        DialFace face;
        const double unit = unitInSi(spec.dial, Dimension::Length).value_or(1);
        face.unit = text(unitLabel(spec.dial));
        face.value = result.dial / unit;
        face.predicted = result.predicted / unit;
        face.turn = spec.dial == "mm" ? 10 : 200;
        const double most = std::max(face.value == face.value ? std::fabs(face.value) : 0,
                                     face.predicted == face.predicted ? face.predicted : 0);
        if (spec.dial == "um" && most > 200) face.turn = 1000;
        m_dial->refresh(face);
    }
    m_lastReading.clear();
    if (!spec.series.empty() && !spec.dial.empty()) {
        const auto &s = spec.series.front();
        const QString base = u"/axes/"_s + QString::fromStdString(m_axis) + u"/cards/"_s + text(spec.code) + u"/"_s +
                             text(s.key) + u"/"_s;
        std::vector<std::vector<double>> sums(std::max<std::size_t>(1, s.places.size()));
        for (const auto &x : cardReadings(project, m_axis, spec, s)) {
            if (!x.struck && x.si == x.si) sums[std::size_t(x.place)].push_back(x.si);
            if (x.si == x.si || m_lastReading.isEmpty()) m_lastReading = base + QString::fromStdString(x.id);
        }
        for (std::size_t k = 0; k < m_means.size() && k < sums.size(); ++k) {
            double mean = 0;
            for (double v : sums[k])
                mean += v / double(sums[k].size());
            m_means[k]->setText(sums[k].empty() ? QString()
                                                : u"= "_s + text(valueText(mean, Dimension::Length, s.unit, 3)));
        }
    } else if (spec.dial == "mm") {
        m_lastReading = u"/axes/"_s + QString::fromStdString(m_axis) + u"/cards/which_way/distance_mm"_s;
    }
    for (std::size_t k = 0; k < m_buttons.size(); ++k) {
        m_buttons[k]->setVisible(k < specs.size());
        if (k < specs.size()) m_buttons[k]->refresh(int(k) + 1, text(specs[k]->title), results[k], k == at);
    }
    m_count->setText(u"%1 of %2 pass"_s.arg(passed).arg(specs.size()));
    m_predictions->refresh(m_session->predictions().at(m_axis));
    m_lines = settingsSheet(project, p.model, p.evaluation.state);
    std::vector<CellRow> rows;
    for (const auto &l : m_lines) {
        CellRow r;
        r.id = QString::fromStdString(l.key);
        const bool guess = l.source == 'd' && (l.key == "vmax_mm_min" || l.key == "acc_mm_s2" || l.key == "travel_mm");
        Cell label{QString::fromStdString(l.label) + (l.unit.empty() || l.unit == "1/mm" || l.unit == "1/in"
                                                          ? QString()
                                                          : u", "_s + text(unitLabel(l.unit))),
                   l.known ? QString::fromStdString(l.how) : u"needed: "_s + QString::fromStdString(l.missing)};
        label.italic = guess;
        r.cells.push_back(label);
        Cell value{l.known ? (guess ? u"≈ "_s : QString()) + QString::fromStdString(l.value) : u"not known"_s};
        value.bold = l.known;
        value.italic = guess;
        value.right = true;
        r.cells.push_back(value);
        Cell source{QString(QChar::fromLatin1(l.source))};
        source.ink = l.source == 'c' ? theme().touch : theme().ink2;
        r.cells.push_back(source);
        rows.push_back(std::move(r));
    }
    m_sheetModel->setRows(std::move(rows));
    m_sheetTitle->setText(u"Settings sheet, "_s + QString::fromStdString(m_axis));
    m_draft->setText(passed < int(specs.size()) ? u"Marked DRAFT: %1 cards open"_s.arg(int(specs.size()) - passed)
                                                : u"All cards pass"_s);
}

std::vector<SettingsOfAxis> FirstCutsPage::sheets() const {
    std::vector<SettingsOfAxis> out;
    for (const auto &id : m_session->axes()) {
        const auto &p = m_session->proved(id);
        SettingsOfAxis s{id, settingsSheet(m_session->project(), p.model, p.evaluation.state), false};
        for (const auto &c : judgeCards(m_session->project(), p.model, p.evaluation.state))
            s.draft |= !c.passes();
        out.push_back(std::move(s));
    }
    return out;
}

void FirstCutsPage::exportSheet(const QString &filter, const QString &suffix) {
    exportFile(this, u"the settings of all axes"_s, u"settings."_s + suffix, filter,
               [this, suffix](const QString &path) {
                   const auto all = sheets();
                   return writeWhole(path, QByteArray::fromStdString(suffix == u"csv"_s    ? settingsCsv(all)
                                                                     : suffix == u"json"_s ? settingsJson(all)
                                                                                           : settingsIni(all)));
               });
}

void FirstCutsPage::strikeCurrent() {
    for (auto *f : m_entryFields) {
        auto *v = qobject_cast<ValueEntry *>(f);
        if (!v || !v->line()->hasFocus()) continue;
        const auto pointer = v->pointer().toStdString();
        auto node = m_session->at(pointer);
        if (!node.is_object()) return;
        const bool struck = node.value("struck", false);
        if (struck)
            node.erase("struck");
        else
            node["struck"] = true;
        m_session->apply({{{pointer, node}}, struck ? u"reading counts again"_s : u"reading struck out"_s});
        emit said(struck ? u"The reading counts again."_s : u"Struck out: it stays here and no longer counts."_s);
    }
}
QString FirstCutsPage::sentence() const { return m_said->text(); }

QString FirstCutsPage::copyText() const {
    QString t = m_draft->text() + u"\n"_s;
    for (const auto &l : m_lines)
        t += QString::fromStdString(l.label + "\t" + l.value + "\t" + l.unit + "\t" + l.how + "\n");
    return t;
}

bool FirstCutsPage::handleKey(QKeyEvent *e) {
    if (e->modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier)) return false;
    if (e->key() == Qt::Key_N) {
        const auto specs = cardsOf(proved().model);
        for (std::size_t k = 0; k < specs.size(); ++k)
            if (specs[k]->id == m_card) {
                showCard(specs[(k + 1) % specs.size()]->id);
                return true;
            }
    }
    return false;
}

} // namespace lw
