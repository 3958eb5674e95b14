#include "app/window/first_run.h"
#include "machine/classes.h"
#include "picture/machine_sketch.h"
#include "picture/marks.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

std::vector<RecentJob> recentJobs() {
    std::vector<RecentJob> out;
    QSettings settings;
    const int n = settings.beginReadArray(u"recent"_s);
    for (int k = 0; k < n && out.size() < 5; ++k) {
        settings.setArrayIndex(k);
        RecentJob j{settings.value(u"path"_s).toString(), settings.value(u"name"_s).toString(),
                    settings.value(u"words"_s).toString(), settings.value(u"when"_s).toString(),
                    settings.value(u"verdict"_s, -1).toInt()};
        if (QFile::exists(j.path)) out.push_back(std::move(j));
    }
    settings.endArray();
    return out;
}
void rememberJob(const RecentJob &job) {
    auto all = recentJobs();
    std::erase_if(all, [&](const RecentJob &j) { return j.path == job.path; });
    all.insert(all.begin(), job);
    QSettings settings;
    settings.beginWriteArray(u"recent"_s, int(std::min<std::size_t>(all.size(), 5)));
    for (int k = 0; k < int(all.size()) && k < 5; ++k) {
        settings.setArrayIndex(k);
        const auto &j = all[std::size_t(k)];
        settings.setValue(u"path"_s, j.path);
        settings.setValue(u"name"_s, j.name);
        settings.setValue(u"words"_s, j.words);
        settings.setValue(u"when"_s, j.when);
        settings.setValue(u"verdict"_s, j.verdict);
    }
    settings.endArray();
}

namespace {
struct Shown {
    const char *code, *group, *name;
    double height, width; ///< mm, of the usual one of its class
    bool bench;           ///< stands on a bench
};
// Usual outer sizes, common practice; only the sketch rests on them.
constexpr Shown shown[] = {
    {"bench_mill", "Mill", "bench", 750, 560, true},
    {"knee_mill", "Mill", "knee, turret", 1900, 1100, false},
    {"horizontal_mill", "Mill", "horizontal", 1350, 1150, false},
    {"mini_lathe", "Lathe", "bench", 420, 1000, true},
    {"mid_lathe", "Lathe", "on cabinets", 1200, 1500, false},
    {"hand_grinder", "Grinder", "hand, bench", 640, 600, true},
    {"surface_grinder", "Grinder", "surface", 1600, 1250, false},
};
constexpr double benchHeight = 760, pixelsPerMm = 0.1;
} // namespace

MachineRow::MachineRow(QWidget *parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setMinimumHeight(320);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setFixedHeight(336);
    setObjectName(u"machineRow"_s);
    setCursor(Qt::PointingHandCursor);
    choose(1);
}
int MachineRow::count() const { return int(std::size(shown)); }
QString MachineRow::current() const { return QString::fromLatin1(shown[m_current].code); }
void MachineRow::choose(int k) {
    m_current = std::clamp(k, 0, count() - 1);
    const auto &s = shown[m_current];
    setAccessibleName(u"What do you have? %1, %2. Arrows choose, Enter sets up its axes."_s.arg(
        QString::fromLatin1(s.group), QString::fromLatin1(s.name)));
    update();
}
QRectF MachineRow::box(int k) const {
    const double left = 46, w = (width() - left) / double(count());
    return {left + w * k, 26, w - 4, height() - 28.0};
}
void MachineRow::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    const double floor = height() - 72;
    // a metre
    p.setPen(QPen(t.ink, 1.2));
    const double metre = 1000 * pixelsPerMm;
    p.drawLine(QPointF(34, floor), QPointF(34, floor - metre));
    for (int k = 0; k <= 10; ++k)
        p.drawLine(QPointF(34, floor - metre * k / 10), QPointF(k % 5 ? 38 : 43, floor - metre * k / 10));
    p.setFont(face(13));
    p.setPen(t.ink2);
    p.drawText(QRectF(0, floor - metre - 20, 44, 18), Qt::AlignRight | Qt::AlignVCenter, u"1 m"_s);
    p.drawText(QRectF(0, floor + 40, 40, 18), Qt::AlignRight | Qt::AlignVCenter, u"mm"_s);
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(QPointF(44, floor), QPointF(width(), floor));
    QString group;
    for (int k = 0; k < count(); ++k) {
        const auto &s = shown[k];
        const QRectF b = box(k);
        if (k == m_current) {
            p.setPen(QPen(t.touch, hasFocus() ? 2.4 : 1.6));
            p.setBrush(t.touchWash);
            p.drawRect(b);
        }
        if (group != QString::fromLatin1(s.group)) {
            group = QString::fromLatin1(s.group);
            p.setFont(face(18, true));
            p.setPen(t.ink);
            p.drawText(QRectF(b.left() + 4, 0, 120, 24), Qt::AlignLeft | Qt::AlignVCenter, group);
        }
        double base = floor;
        if (s.bench) {
            base -= benchHeight * pixelsPerMm;
            QPen dash(t.ink3, 1.1);
            dash.setDashPattern({4, 3});
            p.setPen(dash);
            p.setBrush(Qt::NoBrush);
            const double w = std::min(b.width() - 12, s.width * pixelsPerMm * 1.2);
            const double x = b.center().x() - w / 2;
            p.drawRect(QRectF(x, base, w, 6));
            p.drawRect(QRectF(x + 6, base + 6, 8, floor - base - 6));
            p.drawRect(QRectF(x + w - 14, base + 6, 8, floor - base - 6));
        }
        const double h = s.height * pixelsPerMm, w = b.width() - 6;
        paintMachine(p, QRectF(b.center().x() - w / 2, base - h, w, h), s.code, {}, false);
        const auto *cls = machineClass(s.code);
        p.setFont(face(15, true));
        p.setPen(t.touch);
        p.drawText(QRectF(b.left() + 4, floor + 4, b.width() - 6, 20), Qt::AlignLeft | Qt::AlignVCenter,
                   QString::fromLatin1(s.name));
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(QRectF(b.left() + 4, floor + 23, b.width() - 6, 18), Qt::AlignLeft | Qt::AlignVCenter,
                   u"%1–%2 kg"_s.arg(cls->lightest).arg(cls->heaviest));
        QStringList travels;
        for (const auto &a : classAxes())
            if (a.machine == s.code && travels.size() < 3) travels << QString::number(a.travel);
        p.setFont(face(13, false, true));
        p.drawText(QRectF(b.left() + 4, floor + 41, b.width() - 6, 18), Qt::AlignLeft | Qt::AlignVCenter,
                   u"≈ "_s + travels.join(u"×"_s));
    }
}
void MachineRow::keyPressEvent(QKeyEvent *e) {
    if (e->key() == Qt::Key_Right || e->key() == Qt::Key_Left)
        return choose(m_current + (e->key() == Qt::Key_Right ? 1 : -1));
    if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter) return emit chosen(current());
    QWidget::keyPressEvent(e);
}
void MachineRow::mousePressEvent(QMouseEvent *e) {
    for (int k = 0; k < count(); ++k)
        if (box(k).contains(e->position())) choose(k);
}
void MachineRow::mouseDoubleClickEvent(QMouseEvent *e) {
    for (int k = 0; k < count(); ++k)
        if (box(k).contains(e->position())) emit chosen(current());
}

namespace {
/// A sketch beside a sample's name.
class SampleSketch : public QWidget {
public:
    SampleSketch(std::string machineClass, bool dashed, QWidget *parent)
        : QWidget(parent), m_class(std::move(machineClass)), m_dashed(dashed) {
        setFixedSize(72, 52);
    }

protected:
    void paintEvent(QPaintEvent *) override {
        QPainter p(this);
        paintMachine(p, QRectF(rect()).adjusted(2, 2, -2, -2), m_class, {}, false, m_dashed);
    }

private:
    std::string m_class;
    bool m_dashed;
};
} // namespace

FirstRunPage::FirstRunPage(QWidget *parent) : QWidget(parent) {
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(36, 14, 36, 8);
    v->setSpacing(4);
    v->addWidget(makeLabel(u"What do you have?"_s, 22, Ink::Value, true));
    v->addWidget(makeLabel(
        u"Pick the one that looks like yours. Its axes come with class sizes, dashed until you measure. Nothing "
        u"else is asked."_s,
        15, Ink::Label, false, true, this));
    m_row = new MachineRow(this);
    v->addWidget(m_row);
    connect(m_row, &MachineRow::chosen, this, &FirstRunPage::machineChosen);
    auto *go = new QHBoxLayout;
    auto *set = new QPushButton(u"Set up its axes (Enter)"_s, this);
    set->setProperty("box", true);
    set->setFont(face(13));
    set->setObjectName(u"setUp"_s);
    connect(set, &QPushButton::clicked, this, [this] { emit machineChosen(m_row->current()); });
    go->addWidget(set);
    go->addStretch(1);
    v->addLayout(go);
    v->addWidget(makeRule(this));
    auto *below = new QHBoxLayout;
    below->setSpacing(28);
    auto column = [&](const QString &title, int stretch) {
        auto *c = new QVBoxLayout;
        c->setSpacing(3);
        c->addWidget(makeLabel(title, 18, Ink::Value, true));
        below->addLayout(c, stretch);
        return c;
    };
    auto *samples = column(u"Open a sample"_s, 4);
    struct Sample {
        const char *name, *cls, *shown, *words;
        bool begun;
    };
    for (const auto &s :
         {Sample{"tarn-mill", "bench_mill", "Tarn mill", "under way: fixes before the order goes off", true},
          {"beck-lathe", "mid_lathe", "Beck lathe", "finished: came out as predicted, save a taper", true},
          {"sill-grinder", "hand_grinder", "Sill grinder", "just begun: nothing measured, all assumed", false}}) {
        auto *row = new QHBoxLayout;
        row->addWidget(new SampleSketch(s.cls, !s.begun, this));
        auto *words = new QVBoxLayout;
        words->setSpacing(0);
        auto *link = makeLink(QString::fromLatin1(s.shown), this, true);
        link->setFont(face(15, true));
        link->setObjectName(s.name == std::string_view("tarn-mill") ? u"openDemo"_s
                                                                    : u"sample_"_s + QString::fromLatin1(s.name));
        const QString name = QString::fromLatin1(s.name);
        connect(link, &QPushButton::clicked, this, [this, name] { emit sampleAsked(name); });
        words->addWidget(link, 0, Qt::AlignLeft);
        words->addWidget(makeLabel(u" "_s + QString::fromLatin1(s.words), 13, Ink::Label));
        row->addLayout(words, 1);
        samples->addLayout(row);
    }
    samples->addStretch(1);
    auto *recent = column(u"Recent jobs"_s, 5);
    auto *host = new QWidget(this);
    m_recent = new QVBoxLayout(host);
    m_recent->setContentsMargins(0, 0, 0, 0);
    m_recent->setSpacing(2);
    auto *scroll = new QScrollArea(this); // many of them scroll; they never push the machines over one another
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Ignored);
    scroll->setMinimumHeight(60);
    scroll->setWidget(host);
    recent->addWidget(scroll, 1);
    auto *other = column(u"Or"_s, 3);
    auto link = [&](const QString &words, const QString &under, const QString &name, auto what) {
        auto *l = makeLink(words, this, true);
        l->setFont(face(15, true));
        l->setObjectName(name);
        connect(l, &QPushButton::clicked, this, what);
        other->addWidget(l, 0, Qt::AlignLeft);
        if (!under.isEmpty()) other->addWidget(makeLabel(u" "_s + under, 13, Ink::Label));
    };
    link(u"A bed mill, 600–2500 kg"_s, {}, u"bedMill"_s, [this] { emit machineChosen(u"bed_mill"_s); });
    link(u"A gantry router"_s, {}, u"router"_s, [this] { emit machineChosen(u"router"_s); });
    link(u"An empty board"_s, u"name the axes yourself (A)"_s, u"addAxis"_s, [this] { emit emptyAsked(); });
    link(u"Open a job"_s, u"Ctrl+O, or drop its file anywhere"_s, u"openJob"_s, [this] { emit openAsked(); });
    auto *drop = makeLabel(u"drop a job file here"_s, 15, Ink::Touch);
    drop->setAlignment(Qt::AlignCenter);
    drop->setProperty("drop", true);
    drop->setMinimumHeight(34);
    other->addWidget(drop);
    other->addStretch(1);
    v->addLayout(below, 1);
    setFocusProxy(m_row);
    refresh();
}

void FirstRunPage::refresh() {
    while (auto *item = m_recent->takeAt(0)) {
        if (auto *w = item->widget()) {
            w->hide();
            w->deleteLater();
        }
        delete item;
    }
    const auto jobs = recentJobs();
    if (jobs.empty())
        m_recent->addWidget(makeLabel(u"None yet. Jobs you save stand here."_s, 13, Ink::Label, false, true, this));
    for (const auto &j : jobs) {
        auto *row = new QWidget(this);
        auto *g = new QGridLayout(row);
        g->setContentsMargins(0, 2, 0, 2);
        g->setVerticalSpacing(0);
        auto *mark = new MarkWidget(row, {32, 22});
        mark->MarkWidget::show(j.verdict >= 0 ? Verdict(j.verdict) : Verdict::NotKnown, j.verdict >= 0);
        g->addWidget(mark, 0, 0);
        const QString name = j.name.size() > 26 ? j.name.left(25) + u"…"_s : j.name;
        auto *b = makeLink(name, row, true);
        b->setFont(face(15, true));
        b->setObjectName(u"recent"_s);
        b->setToolTip(name == j.name ? j.path : j.name + u"\n"_s + j.path);
        connect(b, &QPushButton::clicked, this, [this, path = j.path] { emit fileAsked(path); });
        g->addWidget(b, 0, 1, Qt::AlignLeft);
        // the time stands in the line that breaks: beside the name a wide day ran out of the column
        g->addWidget(makeLabel(j.when + u". "_s + j.words, 13, Ink::Label, false, true, row), 1, 1);
        g->setColumnStretch(1, 1);
        m_recent->addWidget(row);
    }
}

} // namespace lw
