#include "app/stations/station_page.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

StationPage::StationPage(Session *session, StationId station, QWidget *parent)
    : QWidget(parent), m_session(session), m_station(station) {
    setObjectName(u"sheet"_s);
    setAttribute(Qt::WA_StyledBackground);
    setFocusPolicy(Qt::ClickFocus);
}

QString StationPage::absolute(const QString &relative) const {
    if (relative.startsWith(u'/')) return relative;
    const QString axis = u"/axes/"_s + QString::fromStdString(m_axis) + u"/"_s;
    if (relative.startsWith(u"design/"_s))
        return axis + u"designs/"_s + QString::fromStdString(m_session->design(m_axis)) + relative.mid(6);
    if (relative.startsWith(u"supply/"_s))
        return u"/supplies/"_s +
               QString::fromStdString(supplyOf(m_session->project(), m_axis, m_session->design(m_axis))) +
               relative.mid(6);
    return axis + relative;
}

void StationPage::setAxis(const std::string &axis) {
    m_axis = axis;
    refresh();
}

void StationPage::refresh() {
    if (m_axis.empty() || m_session->at("/axes/" + m_axis).is_null()) return;
    // An entry that goes away may still hand in what was typed: that edit refreshes again, after this one, not inside
    // it.
    m_again = true;
    if (m_refreshing) return;
    m_refreshing = true;
    for (int round = 0; m_again && round < 4 && !m_session->at("/axes/" + m_axis).is_null(); ++round) {
        m_again = false;
        const auto held = m_session->provedHeld(m_axis);
        pointFields(true);
        update(*held);
        showLessons();
        pointFields(false); // those the update has just made
    }
    m_refreshing = false;
}

QWidget *StationPage::makeLessons() {
    m_lessons = makeLabel({}, 13, Ink::Value, false, true, this);
    m_lessons->setObjectName(u"lessons"_s);
    m_lessons->setProperty("lesson", true);
    m_lessons->hide();
    return m_lessons;
}

void StationPage::showLessons() {
    if (!m_lessons) return;
    static const std::map<StationId, std::string_view> codes{
        {StationId::AsFound, "as_found"},    {StationId::Duty, "duty"},   {StationId::Drive, "drive"},
        {StationId::Proof, "proof"},         {StationId::Parts, "parts"}, {StationId::Build, "build"},
        {StationId::FirstCuts, "first_cuts"}};
    const auto code = codes.find(m_station);
    QStringList words;
    if (code != codes.end())
        for (const auto &e : m_session->log())
            if (e.pinned == code->second && (e.axis.empty() || e.axis == m_axis || e.kind == LogKind::Learnt))
                words << QString::fromStdString(e.text);
    m_lessons->setVisible(!words.isEmpty());
    m_lessons->setText(u"Learnt: "_s + words.join(u"  ·  "_s));
}

void StationPage::pointFields(bool refreshOthers) {
    for (auto &f : m_fields) {
        const QString pointer = absolute(f.relative);
        if (f.widget->pointer() != pointer)
            f.widget->setPointer(pointer);
        else if (refreshOthers)
            f.widget->refresh();
    }
}

FieldWidget *StationPage::addField(const QString &relative, const QString &label, QWidget *parent) {
    // the pattern decides the kind of widget; any id will do
    const QString pattern = relative.startsWith(u'/')           ? relative
                            : relative.startsWith(u"supply/"_s) ? u"/supplies/x"_s + relative.mid(6)
                            : relative.startsWith(u"design/"_s) ? u"/axes/x/designs/A"_s + relative.mid(6)
                                                                : u"/axes/x/"_s + relative;
    auto *w = makeField(m_session, parent ? parent : this, pattern, label);
    connect(w, &FieldWidget::said, this, &StationPage::said);
    m_fields.push_back({w, relative});
    return w;
}

ValueEntry *StationPage::addValue(const QString &relative, const QString &label, const QString &standing,
                                  QWidget *parent) {
    auto *v = qobject_cast<ValueEntry *>(addField(relative, label, parent));
    Q_ASSERT(v);
    v->setStanding(standing);
    return v;
}

void StationPage::dropField(FieldWidget *field) {
    std::erase_if(m_fields, [&](const Bound &b) { return b.widget == field; });
    field->abandon();
    field->hide();
    field->deleteLater();
}

EntryLine *StationPage::lineAwaiting() const {
    if (const auto *host = awaiting())
        for (auto *entry : host->findChildren<ValueEntry *>())
            if (entry->isVisible() && entry->isEnabled() && !entry->pointer().isEmpty() &&
                m_session->typedAt(entry->pointer().toStdString()).isEmpty())
                return entry->line();
    return nullptr;
}
QWidget *StationPage::firstField() const {
    for (const auto &f : m_fields)
        if (f.widget->isVisible()) return f.widget;
    return nullptr;
}

namespace {
/// A line that steps down in size where it is too long for its room, and says in dots when even that is too long.
class FittedLabel : public QLabel {
public:
    explicit FittedLabel(QWidget *parent) : QLabel(parent) {
        setTextFormat(Qt::PlainText);
        setInk(this, Ink::Value);
        setFont(face(22, true));
    }
    void fit() {
        int px = 22;
        while (px > 14 && QFontMetrics(face(px, true)).horizontalAdvance(text()) > width())
            --px;
        if (font().pixelSize() != px) setFont(face(px, true));
    }

protected:
    void resizeEvent(QResizeEvent *e) override {
        QLabel::resizeEvent(e);
        fit();
    }
    void paintEvent(QPaintEvent *) override {
        QPainter p(this);
        p.setPen(palette().color(QPalette::WindowText));
        p.drawText(rect(), Qt::AlignLeft | Qt::AlignVCenter, fontMetrics().elidedText(text(), Qt::ElideRight, width()));
    }
};
} // namespace

QWidget *StationPage::makeHeadline() {
    auto *row = new QWidget(this);
    auto *h = new QHBoxLayout(row);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(10);
    m_mark = new MarkWidget(row, {38, 28});
    m_headline = new FittedLabel(row);
    m_headline->setObjectName(u"headline"_s);
    m_headline->setMinimumWidth(100);
    m_headline->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    m_figure = makeLabel({}, 22, Ink::Value, true, false, row);
    h->addWidget(m_mark);
    h->addWidget(m_headline, 1);
    h->addWidget(m_figure);
    row->setFixedHeight(34);
    return row;
}

void StationPage::setHeadline(Verdict v, const QString &words, const QString &figure) {
    m_mark->show(v);
    if (m_headline->text() != words) {
        m_headline->setText(words);
        m_headline->setToolTip(words);
        static_cast<FittedLabel *>(m_headline)->fit();
    }
    m_figure->setText(figure);
}

} // namespace lw
