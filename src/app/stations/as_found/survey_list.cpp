#include "app/stations/as_found/survey_list.h"
#include "app/window/files.h"
#include "proof/words/narrate.h"
#include "survey/readings_table.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

CardHead::CardHead(const SurveyCardSpec &spec, QWidget *parent) : QAbstractButton(parent), m_id(spec.id) {
    setText(lw::text(spec.title));
    setObjectName(u"survey_"_s + lw::text(spec.code));
    setFocusPolicy(Qt::TabFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}
void CardHead::refresh(const SurveyResult &r, bool open) {
    m_result = r;
    m_open = open;
    setAccessibleName(u"%1: %2. %3"_s.arg(
        text(), r.begun ? lw::text(r.figure) + u", "_s + lw::text(verdictWord(r.verdict)) : u"not yet"_s,
        lw::text(r.sentence)));
    update();
}
void CardHead::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    if (m_open) p.fillRect(rect(), t.touchWash);
    p.setPen(QPen(t.rule, 1));
    p.drawLine(0, height() - 1, width(), height() - 1);
    paintPin(p, {4, height() / 2.0}, m_result.verdict, {26, 13}, m_result.begun);
    p.setFont(face(15, m_open));
    p.setPen(t.ink);
    const QString figure = lw::text(m_result.figure);
    const QFont bold = face(15, true);
    const int fw = QFontMetrics(bold).horizontalAdvance(figure);
    p.drawText(QRectF(40, 0, width() - 56 - fw, height()), Qt::AlignVCenter | Qt::AlignLeft,
               QFontMetrics(p.font()).elidedText(text(), Qt::ElideRight, width() - 56 - fw));
    p.setFont(m_result.begun ? bold : face(13, false, true));
    p.setPen(m_result.begun ? t.ink : t.ink3);
    p.drawText(QRectF(width() - fw - 8, 0, fw + 2, height()), Qt::AlignVCenter | Qt::AlignRight, figure);
    if (hasFocus()) {
        p.setPen(QPen(t.touch, 1.6));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(0.8, 0.8, -0.8, -0.8));
    }
}
void CardHead::keyPressEvent(QKeyEvent *e) {
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return click();
    if (e->key() == Qt::Key_Down || e->key() == Qt::Key_Up) { // along the heads
        focusNextPrevChild(e->key() == Qt::Key_Down);
        return;
    }
    QAbstractButton::keyPressEvent(e);
}

void HowToView::show(HowTo subject) {
    m_subject = subject;
    setVisible(subject != HowTo::None);
    update();
}
void HowToView::paintEvent(QPaintEvent *) {
    QPainter p(this);
    paintHowTo(p, rect(), m_subject);
}

void CardFigure::refresh(SurveyCardId card, const nlohmann::json &project, const AxisModel &m) {
    m_curve = card == SurveyCardId::Strut ? strutCurve(project, m) : std::vector<StrutPlace>{};
    m_stack = card == SurveyCardId::MovingMass ? rideStack(project, m.id) : std::vector<RideLevel>{};
    setVisible(!m_curve.empty() || !m_stack.empty());
    setFixedHeight(m_stack.empty() ? 120 : int(rideRow * double(m_stack.size())) + 12);
    QStringList words;
    for (const auto &l : m_stack)
        words << lw::text(l.axis) + u" "_s + lw::text(l.what) +
                     (l.asked ? u", moves "_s + lw::text(withUnit(l.carried, Dimension::Mass, "kg")) : QString());
    setAccessibleName(m_stack.empty() ? u"Pull of the strut along its stroke"_s
                                      : u"From the base up: "_s + words.join(u"; "_s));
    update();
}
void CardFigure::paintEvent(QPaintEvent *) {
    QPainter p(this);
    if (!m_curve.empty()) paintStrutCurve(p, rect(), m_curve);
    if (!m_stack.empty()) paintRideStack(p, rect(), m_stack);
}

namespace {
HowTo howToOfCard(SurveyCardId id) {
    switch (id) {
    case SurveyCardId::Pull: return HowTo::Pull;
    case SurveyCardId::Handle: return HowTo::Handle;
    case SurveyCardId::Loads: return HowTo::Loads;
    case SurveyCardId::Breakaway: return HowTo::Breakaway;
    case SurveyCardId::Hoist:
    case SurveyCardId::Strut: return HowTo::Hoist;
    case SurveyCardId::LostMotion: return HowTo::ThrustFloat;
    case SurveyCardId::PlayAlong: return HowTo::LostMotion;
    case SurveyCardId::LeadWays: return HowTo::Turns;
    case SurveyCardId::RunOut: return HowTo::RunOut;
    case SurveyCardId::ShaftRound: return HowTo::Round;
    case SurveyCardId::ScrewLine: return HowTo::ScrewLine;
    case SurveyCardId::MovingMass: return HowTo::Weigh;
    case SurveyCardId::Tram: return HowTo::Tram;
    case SurveyCardId::Square: return HowTo::Square;
    case SurveyCardId::Bar: return HowTo::Bar;
    case SurveyCardId::Nose: return HowTo::Nose;
    case SurveyCardId::Room: return HowTo::None;
    }
    return HowTo::None;
}
constexpr int marksRound = 8;
} // namespace

SurveyList::SurveyList(Session *session, MakeField make, DropField drop, QWidget *parent)
    : QWidget(parent), m_session(session), m_make(std::move(make)), m_drop(std::move(drop)) {
    setObjectName(u"surveyCards"_s);
    m_layout = new QVBoxLayout(this);
    m_layout->setContentsMargins(0, 0, 0, 0);
    m_layout->setSpacing(0);
    m_body = new QWidget(this);
    auto *v = new QVBoxLayout(m_body);
    v->setContentsMargins(6, 6, 2, 10);
    v->setSpacing(5);
    m_sentence = makeStillLabel(15, false, m_body);
    m_sentence->setObjectName(u"surveySays"_s);
    m_cure = makeStillLabel(15, true, m_body);
    m_cure->setObjectName(u"surveyCure"_s);
    v->addWidget(m_sentence);
    v->addWidget(m_cure);
    m_figure = new CardFigure(m_body);
    v->addWidget(m_figure);
    auto *fields = new QWidget(m_body);
    m_fieldsGrid = new QGridLayout(fields);
    m_fieldsGrid->setContentsMargins(0, 0, 0, 0);
    m_fieldsGrid->setHorizontalSpacing(14);
    m_fieldsGrid->setVerticalSpacing(2);
    v->addWidget(fields);
    m_tableHost = new QWidget(m_body);
    m_table = new QGridLayout(m_tableHost);
    m_table->setContentsMargins(0, 0, 0, 0);
    m_table->setHorizontalSpacing(5);
    m_table->setVerticalSpacing(2);
    v->addWidget(m_tableHost);
    m_slice = new RowSlice(24, u"rows"_s, m_body);
    connect(m_slice, &RowSlice::moved, this, &SurveyList::buildTable);
    v->addWidget(m_slice);
    m_links = new QWidget(m_body);
    auto *links = new QHBoxLayout(m_links);
    links->setContentsMargins(0, 0, 0, 0);
    auto *more = makeLink(u"Add a row"_s, m_links), *paste = makeLink(u"Paste rows"_s, m_links),
         *csv = makeLink(u"Read a CSV"_s, m_links);
    more->setObjectName(u"surveyAdd"_s);
    paste->setObjectName(u"surveyPaste"_s);
    csv->setObjectName(u"surveyCsv"_s);
    connect(more, &QPushButton::clicked, this, &SurveyList::addRow);
    connect(paste, &QPushButton::clicked, this, [this] { emit said(readTable(QGuiApplication::clipboard()->text())); });
    connect(csv, &QPushButton::clicked, this, [this] {
        const QString path =
            QFileDialog::getOpenFileName(this, u"Read readings"_s, {}, u"CSV (*.csv *.txt);;All files (*)"_s);
        if (!path.isEmpty()) emit said(readFile(path));
    });
    for (auto *b : {more, paste, csv})
        links->addWidget(b);
    links->addStretch(1);
    v->addWidget(m_links);
    m_picture = new HowToView(m_body);
    v->addWidget(m_picture);
    m_words = makeLabel({}, 13, Ink::Label, false, true, m_body);
    m_words->setObjectName(u"surveyWords"_s);
    m_words->setTextFormat(Qt::RichText);
    m_usual = makeLabel({}, 13, Ink::Value, false, true, m_body);
    m_usual->setObjectName(u"surveyUsual"_s);
    v->addWidget(m_usual);
    v->addWidget(m_words);
    m_body->hide();
}

void SurveyList::takeRows(QWidget *rows) {
    auto *body = qobject_cast<QVBoxLayout *>(m_body->layout());
    rows->setParent(m_body);
    body->insertWidget(body->indexOf(m_tableHost), rows);
}

CardHead *SurveyList::head(SurveyCardId id) const {
    for (auto *h : m_heads)
        if (h->id() == id) return h;
    return nullptr;
}

QString SurveyList::listPath() const {
    return u"/axes/"_s + QString::fromStdString(m_axis) + u"/"_s + text(surveyCard(*m_open).table.list);
}
std::vector<std::string> SurveyList::rowIds() const {
    std::vector<std::string> ids;
    if (!m_open || surveyCard(*m_open).table.list.empty()) return ids;
    const auto rows = m_session->at(listPath().toStdString());
    if (rows.is_object())
        for (const auto &[id, row] : rows.items())
            ids.push_back(id);
    return ids;
}

void SurveyList::open(std::optional<SurveyCardId> id) {
    m_open = id == m_open ? std::nullopt : id;
    build();
    refresh(m_axis, m_session->proved(m_axis));
    emit openedChanged();
    if (m_open && !m_fields.empty())
        m_fields.front()->setFocus();
    else if (m_open && !m_cells.empty())
        m_cells.front()->setFocus();
}

bool SurveyList::openFor(const QString &pointer) {
    const auto *spec = surveyCardOfField(pointer.toStdString());
    if (!spec || !head(spec->id)) return false;
    if (m_open != spec->id) open(spec->id);
    return true;
}

void SurveyList::build() {
    for (auto *f : m_fields)
        m_drop(f);
    m_fields.clear();
    while (auto *item = m_fieldsGrid->takeAt(0))
        delete item;
    m_layout->removeWidget(m_body);
    m_body->setVisible(m_open.has_value());
    if (!m_open) {
        buildTable();
        return;
    }
    const auto &spec = surveyCard(*m_open);
    for (int k = 0; k < int(m_heads.size()); ++k)
        if (m_heads[std::size_t(k)]->id() == *m_open)
            m_layout->insertWidget(m_layout->indexOf(m_heads[std::size_t(k)]) + 1, m_body);
    const int columns = spec.fields.size() > 4 ? 3 : 2;
    int n = 0;
    for (const auto field : spec.fields) {
        auto *f = m_make(text(field), m_body, {});
        m_fieldsGrid->addWidget(f, n / columns, n % columns);
        f->show();
        m_fields.push_back(f);
        ++n;
    }
    for (std::size_t k = 0; k + 1 < m_fields.size(); ++k)
        setTabOrder(m_fields[k], m_fields[k + 1]);
    m_links->setVisible(!spec.table.list.empty());
    m_picture->show(howToOfCard(*m_open));
    QString words;
    for (const auto &[head, body] : {std::pair{u"For"_s, spec.purpose},
                                     {u"You need"_s, spec.need},
                                     {u"Do"_s, spec.steps},
                                     {u"Readings"_s, spec.readings},
                                     {u"Usual"_s, spec.usual},
                                     {u"Gives"_s, spec.gives},
                                     {u"Mistakes"_s, spec.mistakes}})
        words += u"<p style='margin:2px 0'><b>%1:</b> %2</p>"_s.arg(head, text(inShownUnits(body)).toHtmlEscaped());
    m_words->setText(words);
    m_builtRows.clear();
    buildTable();
}

void SurveyList::buildTable() {
    for (auto *f : m_cells)
        m_drop(f);
    m_cells.clear();
    while (auto *item = m_table->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
    m_builtRows = m_slice->of(rowIds());
    if (!m_open) m_slice->hide();
    m_tableHost->setVisible(m_open && !m_builtRows.empty());
    if (!m_open) return;
    const auto &table = surveyCard(*m_open).table;
    if (table.list.empty()) return;
    int line = 0;
    for (const auto &id : m_builtRows) {
        const QString base = text(table.list) + u"/"_s + QString::fromStdString(id) + u"/"_s;
        int column = 0;
        const auto put = [&](const QString &relative, int r, int c, const QString &label = {}) {
            auto *f = m_make(relative, m_tableHost, label);
            if (auto *value = qobject_cast<ValueEntry *>(f)) value->setStanding(u"measured"_s);
            f->setMinimumWidth(54);
            m_table->addWidget(f, r, c);
            f->show();
            m_cells.push_back(f);
        };
        for (const auto key : table.columns)
            put(base + text(key), line, column++);
        for (int k = 0; k < table.marks; ++k) {
            const QString mark = QString::number(k * 360 / table.marks);
            put(base + u"readings/"_s + mark, line + k / 4, 1 + k % 4, mark + u"°"_s);
        }
        auto *drop = makeLink(u"×"_s, m_tableHost);
        drop->setAccessibleName(u"Strike this row out"_s);
        connect(drop, &QPushButton::clicked, this, [this, path = listPath() + u"/"_s + QString::fromStdString(id)] {
            m_session->apply({{{path.toStdString(), nullptr}}, u"row struck out"_s});
        });
        m_table->addWidget(drop, line, 9);
        drop->show();
        line += std::max(1, (table.marks + 3) / 4);
    }
    for (std::size_t k = 0; k + 1 < m_cells.size(); ++k)
        setTabOrder(m_cells[k], m_cells[k + 1]);
}

void SurveyList::addRow() {
    if (!m_open || surveyCard(*m_open).table.list.empty()) return;
    int n = 1;
    for (const auto &id : rowIds())
        n = std::max(n, QString::fromStdString(id).toInt() + 1);
    const std::string id = QString(u"%1"_s).arg(n, 2, 10, QLatin1Char('0')).toStdString();
    m_slice->reach(id);
    m_session->apply({{{listPath().toStdString() + "/" + id, nlohmann::json::object()}}, u"row added"_s});
    const auto &table = surveyCard(*m_open).table;
    const QString first = u"/"_s + QString::fromStdString(id) + u"/"_s + text(table.columns.front());
    for (auto *f : m_cells)
        if (f->pointer().endsWith(first)) f->setFocus();
}

bool SurveyList::strikeRow() {
    for (auto *f : m_cells)
        if (f == QApplication::focusWidget() || f->isAncestorOf(QApplication::focusWidget())) {
            const QString list = listPath() + u"/"_s;
            const QString id = f->pointer().mid(list.size()).section(u'/', 0, 0);
            m_session->apply({{{(list + id).toStdString(), nullptr}}, u"row struck out"_s});
            return true;
        }
    return false;
}

QString SurveyList::readFile(const QString &path) {
    const auto content = readWhole(path, 4 * 1024 * 1024);
    return content ? readTable(QString::fromUtf8(*content)) : content.error();
}

QString SurveyList::readTable(const QString &words) {
    if (!m_open || surveyCard(*m_open).table.list.empty()) return u"Open the card the readings belong to first."_s;
    const auto &table = surveyCard(*m_open).table;
    std::vector<const FieldSpec *> columns;
    std::vector<std::string> keys;
    for (const auto key : table.columns)
        keys.emplace_back(key);
    for (int k = 0; k < table.marks; ++k)
        keys.push_back("readings/" + std::to_string(k * 360 / table.marks));
    for (const auto &key : keys)
        columns.push_back(fieldAt("/axes/x/" + std::string(table.list) + "/1/" + key));
    const auto read = readReadingsText(words.toStdString(), columns);
    if (!read.taken()) return QString::fromStdString(read.problem);
    // rows go after those that stand there: nothing is lost
    std::vector<Patch> patches;
    int n = 0;
    for (const auto &id : rowIds())
        n = std::max(n, QString::fromStdString(id).toInt());
    for (const auto &row : read.rows) {
        nlohmann::json value = nlohmann::json::object();
        for (std::size_t c = 0; c < keys.size() && c < row.size(); ++c) {
            if (row[c].empty()) continue;
            const nlohmann::json cell = {{"typed", row[c]}, {"standing", "measured"}};
            if (const auto slash = keys[c].find('/'); slash != std::string::npos)
                value[keys[c].substr(0, slash)][keys[c].substr(slash + 1)] = cell;
            else
                value[keys[c]] = cell;
        }
        patches.push_back(
            {listPath().toStdString() + "/" + QString(u"%1"_s).arg(++n, 2, 10, QLatin1Char('0')).toStdString(), value});
    }
    m_session->apply({patches, u"%1 rows of readings"_s.arg(read.rows.size())});
    return u"%1 rows read. %2Ctrl+Z takes them back."_s.arg(read.rows.size()).arg(QString::fromStdString(read.note));
}

void SurveyList::refresh(const std::string &axis, const ProvedAxis &proved) {
    const std::string cls = textAt(m_session->project(), "/class");
    if (axis != m_builtAxis || cls != m_builtClass) {
        m_axis = axis;
        m_builtAxis = axis;
        m_builtClass = cls;
        const auto specs = surveyCardsOf(proved.model, cls);
        const bool same =
            specs.size() == m_heads.size() && std::equal(specs.begin(), specs.end(), m_heads.begin(),
                                                         [](const auto *s, const auto *h) { return s->id == h->id(); });
        if (!same) {
            m_layout->removeWidget(m_body);
            for (auto *h : m_heads) {
                h->hide();
                h->setObjectName({});
                h->deleteLater();
            }
            m_heads.clear();
            for (const auto *spec : specs) {
                auto *h = new CardHead(*spec, this);
                connect(h, &QAbstractButton::clicked, this, [this, id = spec->id] { open(id); });
                m_layout->addWidget(h);
                h->show();
                m_heads.push_back(h);
            }
            if (m_open && !head(*m_open)) m_open.reset();
        }
        build();
    }
    if (m_slice->of(rowIds()) != m_builtRows) buildTable();
    if (!m_open) m_slice->hide();
    for (auto *h : m_heads) {
        const auto r = judgeSurveyCard(m_session->project(), proved.model, proved.evaluation, h->id());
        h->refresh(r, m_open == h->id());
        if (m_open == h->id()) {
            const QString about = text(m_axis) + h->objectName();
            m_sentence->say(text(r.sentence), about);
            m_cure->say(text(r.cure), about);
            m_cure->setVisible(!r.cure.empty() && r.verdict != Verdict::Holds); // what holds needs no advice
            m_figure->refresh(h->id(), m_session->project(), proved.model);
            const auto own = usualOfClass(h->id(), proved.model, cls);
            m_usual->setText(text(own));
            m_usual->setVisible(!own.empty());
        }
    }
}

} // namespace lw
