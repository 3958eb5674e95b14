#include "app/stations/duty/program_panel.h"
#include "app/window/files.h"
#include "machine/known.h"
#include "app/widgets.h"
#include <fstream>

namespace lw {
using namespace Qt::StringLiterals;

void ProgramBars::refresh(const AxisUse *use, const AxisLimits &limits, double whole) {
    setVisible(use && whole > 0);
    if (!use) return;
    m_use = *use;
    m_limits = limits;
    m_whole = whole;
    QString words = u"Time by speed: "_s;
    for (int k = 0; k < programBins; ++k)
        if (m_use.speedSeconds[std::size_t(k)] > 0)
            words += u"up to %1 mm/min %2 s, "_s.arg(text(numberText(limits.rapid * 60e3 * (k + 1) / programBins, 3)),
                                                     text(numberText(m_use.speedSeconds[std::size_t(k)], 3)));
    setAccessibleName(words);
    update();
}
void ProgramBars::paintEvent(QPaintEvent *) {
    QPainter p(this);
    const auto &t = theme();
    const auto bars = [&](QRectF area, const std::array<double, programBins> &seconds, const QString &head,
                          const QString &full, const QString &top) {
        p.setFont(face(13));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), area.top(), area.width(), 16), Qt::AlignLeft, head);
        double most = 1e-9;
        for (double s : seconds)
            most = std::max(most, s);
        const double bottom = area.bottom() - 18, high = bottom - area.top() - 20, w = area.width() / programBins;
        for (int k = 0; k < programBins; ++k) {
            const double s = seconds[std::size_t(k)];
            if (s <= 0) continue;
            p.setPen(QPen(t.ink, 1));
            p.setBrush(t.part2);
            const double tall =
                std::max(2.0, std::sqrt(s / most) * high); // by the root: a second among minutes must not vanish
            p.drawRect(QRectF(area.left() + w * k + 1, bottom - tall, w - 2, tall));
        }
        p.setPen(QPen(t.ink, 1.2));
        p.drawLine(QPointF(area.left(), bottom), QPointF(area.right(), bottom));
        p.setPen(t.ink2);
        p.drawText(QRectF(area.left(), bottom + 1, area.width(), 16), Qt::AlignLeft, u"0"_s);
        p.drawText(QRectF(area.left(), bottom + 1, area.width(), 16), Qt::AlignRight, full);
        p.drawText(QRectF(area.left(), area.top(), area.width(), 16), Qt::AlignRight, top);
    };
    const double half = width() / 2.0 - 10;
    const auto longest = [&](const std::array<double, programBins> &a) {
        return u"highest bar %1"_s.arg(text(spanText(*std::max_element(a.begin(), a.end()))));
    };
    bars({0, 0, half, double(height())}, m_use.speedSeconds, u"Time by speed (root)"_s,
         text(numberText(m_limits.rapid * 60e3, 4)) + u" mm/min"_s, longest(m_use.speedSeconds));
    bars({half + 20, 0, half, double(height())}, m_use.accelSeconds, u"by acceleration (root)"_s,
         text(numberText(m_limits.acceleration, 2)) + u" m/s²"_s, longest(m_use.accelSeconds));
}

ProgramPanel::ProgramPanel(Session *session, QWidget *parent) : QWidget(parent), m_session(session) {
    setObjectName(u"programPanel"_s);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(0, 4, 0, 0);
    v->setSpacing(4);
    auto *top = new QHBoxLayout;
    top->setSpacing(12);
    m_open = makeButton(u"Open a part program"_s, u"openProgram"_s, this);
    m_again = makeButton(u"Read it again"_s, u"readProgramAgain"_s, this);
    m_cancel = makeButton(u"Stop"_s, u"stopProgram"_s, this);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName(u"programProgress"_s);
    m_progress->setAccessibleName(u"How much of the program is read"_s);
    m_progress->setRange(0, 1000);
    m_progress->setTextVisible(false);
    m_progress->setFixedHeight(8);
    m_corners = new ChoiceEntry(session, this);
    m_corners->setPointer(u"/part_program/corners"_s);
    m_corners->setFallback(u"stop"_s);
    m_corners->setFixedWidth(lettered(150));
    m_xIs = new ChoiceEntry(session, this);
    m_xIs->setPointer(u"/part_program/x_is"_s);
    m_xIs->setFallback(u"radius"_s);
    m_xIs->setFixedWidth(lettered(150));
    for (QWidget *w : std::initializer_list<QWidget *>{m_open, m_again, m_cancel})
        top->addWidget(w, 0, Qt::AlignBottom);
    top->addWidget(m_progress, 1, Qt::AlignVCenter);
    top->addStretch(0);
    top->addWidget(m_corners);
    top->addWidget(m_xIs);
    v->addLayout(top);
    m_sentence = makeLabel(
        u"No program read. Its moves are run through the limits of the axes; what is not understood is listed, "
        u"never guessed."_s,
        15, Ink::Value, false, true, this);
    m_sentence->setObjectName(u"programSays"_s);
    v->addWidget(m_sentence);
    m_figures = makeLabel({}, 13, Ink::Value, false, true, this);
    m_figures->setObjectName(u"programFigures"_s);
    v->addWidget(m_figures);
    m_bars = new ProgramBars(this);
    v->addWidget(m_bars, 1);
    m_notes = makeLabel({}, 13, Ink::Label, false, true, this);
    m_notes->setObjectName(u"programNotes"_s);
    v->addWidget(m_notes);
    m_model = new CellsModel({u"Line"_s, u"Block"_s, u"Why it was not followed"_s, u"may take"_s}, this);
    m_skipped = new CellsView(m_model, this);
    m_skipped->setObjectName(u"programSkipped"_s);
    m_skipped->setAccessibleName(u"Lines not followed"_s);
    m_skipped->setWidths({62, 170, 0, 80});
    m_skipped->setMaximumHeight(128);
    m_skipped->setMinimumHeight(96);
    v->addWidget(m_skipped);
    v->addStretch(0);
    connect(m_open, &QPushButton::clicked, this, [this] {
        const QString path =
            QFileDialog::getOpenFileName(this, u"Open a part program"_s, {},
                                         u"Part programs (*.nc *.ngc *.tap *.cnc *.gcode *.txt);;All files (*)"_s);
        if (!path.isEmpty()) readFile(path);
    });
    connect(m_again, &QPushButton::clicked, this, [this] { readFile(m_path); });
    connect(m_cancel, &QPushButton::clicked, this, &ProgramPanel::cancel);
}

ProgramPanel::~ProgramPanel() {
    m_stop = true;
    if (m_worker.joinable()) m_worker.join();
}

void ProgramPanel::readFile(const QString &path) {
    if (m_reading) return;
    auto in = std::make_shared<std::ifstream>(path.toStdString(), std::ios::binary);
    const QFileInfo info(path);
    if (!*in || info.isDir())
        return emit said(u"%1 cannot be read: is it there, and may you read it?"_s.arg(info.fileName()));
    if (m_worker.joinable()) m_worker.join();
    m_reading = true;
    m_stop = false;
    m_progress->setValue(0);
    ProgramOptions options;
    options.xIsDiameter = textAt(m_session->project(), "/part_program/x_is", "radius") == "diameter";
    auto limits = programLimits(m_session->project());
    limits.limits.corners = textAt(m_session->project(), "/part_program/corners", "stop") == "run"
                                ? CornerMode::RunThrough
                                : CornerMode::StopAtEach;
    options.progress = [this, last = 0](double share) mutable {
        if (const int now = int(share * 1000); now > last) {
            last = now;
            QMetaObject::invokeMethod(
                this, [this, now] { m_progress->setValue(now); }, Qt::QueuedConnection);
        }
        return !m_stop.load();
    };
    refresh(m_axis, m_session->proved(m_axis));
    m_worker = std::thread([this, in, options, limits, path, size = info.size()] {
        auto duty = programDuty(*in, size, options, limits.limits);
        QMetaObject::invokeMethod(
            this, [this, limits, path, duty = std::move(duty)]() mutable { finished(std::move(duty), limits, path); },
            Qt::QueuedConnection);
    });
}

void ProgramPanel::finished(ProgramDuty duty, JobProgramLimits limits, const QString &path) {
    m_reading = false;
    const QString name = QFileInfo(path).fileName();
    if (duty.text.cancelled) {
        emit said(u"%1 was stopped before its end; what was read before stays."_s.arg(name));
    } else {
        m_duty = std::move(duty);
        m_limits = std::move(limits);
        m_path = path;
        if (m_session->typedAt("/part_program/file") != name)
            m_session->setText(u"/part_program/file"_s, name, u"part program %1"_s.arg(name));
        emit said(u"%1 read: %2"_s.arg(name, text(programSentence(*m_duty))));
    }
    refresh(m_axis, m_session->proved(m_axis));
}

void ProgramPanel::refresh(const std::string &axis, const ProvedAxis &p) {
    m_axis = axis;
    m_cancel->setVisible(m_reading);
    m_progress->setVisible(m_reading);
    m_open->setEnabled(!m_reading);
    m_again->setVisible(!m_reading && !m_path.isEmpty());
    m_corners->refresh();
    m_xIs->refresh();
    const int k = axis == "X" ? 0 : axis == "Y" ? 1 : axis == "Z" ? 2 : -1;
    const bool has = m_duty.has_value();
    if (!has && !m_reading)
        if (const QString name = m_session->typedAt("/part_program/file"); !name.isEmpty())
            m_sentence->setText(u"%1 belongs to this job. Open it again to see what it asks."_s.arg(name));
    m_figures->setVisible(has && k >= 0);
    m_bars->refresh(has && k >= 0 ? &m_duty->axis[std::size_t(k)] : nullptr,
                    has && k >= 0 ? m_limits.limits.axis[std::size_t(k)] : AxisLimits{}, has ? m_duty->time : 0);
    m_skipped->setVisible(has && !m_duty->text.skipped.empty());
    m_notes->setVisible(has);
    if (!has) return;
    const auto &d = *m_duty;
    m_sentence->setText(u"%1: %2"_s.arg(QFileInfo(m_path).fileName(), text(programSentence(d))));
    if (k >= 0) {
        const auto &u = d.axis[std::size_t(k)];
        const auto demand = programDemand(p.model, p.evaluation.state, d, k);
        QString words = text(programAxisWords(d, k, &demand));
        if (p.model.travel.known() && u.most - u.least > p.model.travel.v * (1 + 1e-9))
            words += u" It needs %1 of travel; the axis has %2."_s.arg(
                text(withUnit(u.most - u.least, Dimension::Length, "mm")),
                text(withUnit(p.model.travel.v, Dimension::Length, "mm")));
        m_figures->setText(words);
    }
    QStringList notes;
    for (const auto &n : m_limits.notes)
        notes << text(n);
    for (const auto &n : d.text.notes)
        notes << text(n);
    const auto now = programLimits(m_session->project());
    for (std::size_t a = 0; a < 3; ++a)
        if (now.limits.axis[a].rapid != m_limits.limits.axis[a].rapid ||
            now.limits.axis[a].acceleration != m_limits.limits.axis[a].acceleration) {
            notes.prepend(u"The limits have changed since: read it again."_s);
            break;
        }
    m_notes->setText(notes.join(u' '));
    std::vector<CellRow> rows;
    for (const auto &s : d.text.skipped)
        rows.push_back({QString::number(s.line),
                        {{QString::number(s.line)},
                         {text(s.text)},
                         {text(s.why)},
                         {s.maySeconds == 0 ? u"no time"_s : text(spanText(s.maySeconds)), {}, false, false, true}}});
    if (d.text.skippedCount > std::int64_t(d.text.skipped.size()))
        rows.push_back(
            {u"more"_s,
             {{}, {}, {u"and %1 more"_s.arg(d.text.skippedCount - std::int64_t(d.text.skipped.size()))}, {}}});
    m_model->setRows(std::move(rows));
}

} // namespace lw
