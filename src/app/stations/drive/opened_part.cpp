#include "app/stations/drive/opened_part.h"
#include "app/entries/fields.h"
#include "app/window/style.h"
#include "drive/belt.h"
#include "drive/screw.h"
#include "picture/marks.h"
#include "proof/words/narrate.h"
#include <QGridLayout>
#include <QLabel>
#include <QPainter>
#include <QScrollArea>
#include <algorithm>

namespace lw {
using namespace Qt::StringLiterals;
namespace {
constexpr int rows = 4, mostColumns = 7, rowHeight = 47, headHeight = 30;

/// What a text entry accepts, by what it holds.
void setCheck(FieldWidget *field, const std::string &key, bool ribbed) {
    auto *entry = qobject_cast<TextEntry *>(field);
    if (!entry) return;
    const auto from = [](auto read) {
        return [read](const QString &t) {
            const auto r = read(t.toStdString());
            return r ? QString() : QString::fromStdString(r.error().detail);
        };
    };
    if (key.ends_with("screw/thread"))
        entry->setCheck(from([](const std::string &t) { return readSaidThread(t); }));
    else if (key.ends_with("/code") && ribbed)
        entry->setCheck(from([](const std::string &t) { return readRibbedCode(t); }));
    else if (key.ends_with("/code"))
        entry->setCheck(from([](const std::string &t) { return readDesignation(t, "belt"); }));
    else if (key.ends_with("bore") || key.ends_with("bore_in") || key.ends_with("bore_out") ||
             key.ends_with("motor/shaft") || key.ends_with("screw/journal") || key.ends_with("fixed_end/housing"))
        entry->setCheck(from([](const std::string &t) { return readToleratedSize(t); }));
}
} // namespace

OpenedPart::OpenedPart(MakeField make, DropField drop, QWidget *parent)
    : QWidget(parent), m_make(std::move(make)), m_drop(std::move(drop)), m_grid(new QWidget(this)),
      m_layout(new QGridLayout(m_grid)) {
    setObjectName(u"openedPart"_s);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(8, 2, 6, 2);
    v->setSpacing(2);
    auto *head = new QHBoxLayout;
    head->setContentsMargins(24, 0, 0, 0);
    head->setSpacing(12);
    m_name = makeLabel({}, 15, Ink::Value, true, false, this);
    m_name->setObjectName(u"openedPartName"_s);
    m_figures = makeLabel({}, 13, Ink::Value, false, false, this);
    m_figures->setObjectName(u"openedPartFigures"_s);
    head->addWidget(m_name);
    head->addWidget(m_figures, 1);
    v->addLayout(head);
    auto *body = new QHBoxLayout;
    body->setSpacing(10);
    m_layout->setContentsMargins(0, 6, 0, 0);
    m_layout->setHorizontalSpacing(8);
    m_layout->setVerticalSpacing(0);
    auto *scroll = new QScrollArea(this); // four rows stand; what a part has more of scrolls
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->viewport()->setAutoFillBackground(false);
    m_grid->setAutoFillBackground(false);
    scroll->setMinimumHeight(rows * rowHeight + 8);
    scroll->setWidget(m_grid);
    m_scroll = scroll;
    body->addWidget(scroll, 0);
    m_findings = makeLabel({}, 13, Ink::Value, false, true, this);
    m_findings->setObjectName(u"openedPartFindings"_s);
    m_findings->setTextFormat(Qt::RichText);
    m_findings->setContentsMargins(0, 6, 0, 0);
    m_findings->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    body->addWidget(m_findings, 1);
    v->addLayout(body, 1);
}

void OpenedPart::setChooser(QWidget *chooser, std::vector<ChainPartKind> kinds) {
    m_chooser = chooser;
    m_chooserFor = std::move(kinds);
    static_cast<QHBoxLayout *>(static_cast<QVBoxLayout *>(layout())->itemAt(0)->layout())->addWidget(chooser);
}

void OpenedPart::build(const std::vector<std::string> &keys) {
    for (auto *f : m_fields)
        m_drop(f);
    m_fields.clear();
    qDeleteAll(m_groups);
    m_groups.clear();
    m_keys = keys;
    for (const auto &key : keys) {
        auto *f = m_make(QString::fromStdString(key), m_grid);
        if (auto *value = qobject_cast<ValueEntry *>(f)) value->setStanding(u"catalogue"_s);
        if (key.ends_with("/kind") && m_part.stage >= 0)
            if (auto *choice = qobject_cast<ChoiceEntry *>(f)) choice->setFallback(u"coupling"_s);
        setCheck(f, key, m_ribbed);
        m_fields.push_back(f);
    }
    const bool grouped =
        std::any_of(keys.begin(), keys.end(), [&](const auto &key) { return !groupFrom(m_part.kind, key).empty(); });
    // six columns would leave what is judged no room: a few rows more scroll instead
    const int n = int(keys.size()), wanted = (n + rows - 1) / rows,
              columns = grouped       ? 4
                        : wanted == 6 ? 5
                                      : std::clamp(wanted, 4, mostColumns);
    for (int k = 0; k < std::max(columns, m_layout->columnCount()); ++k)
        m_layout->setColumnStretch(k, columns <= 5 || k >= columns ? 0 : k == 0 ? 4 : k <= 2 ? 5 : 3);
    // four columns leave a third of the width to what is judged; more entries take that room
    const auto width = [&](int column) {
        if (columns <= 4) return 148;
        if (columns <= 5) return 116;
        return column <= 2 ? 84 : 66;
    };
    int row = 0, column = 0;
    for (int k = 0; k < n; ++k) {
        if (const auto group = groupFrom(m_part.kind, keys[std::size_t(k)]); !group.empty()) {
            row += column > 0;
            column = 0;
            auto *name = makeLabel(text(group), 13, Ink::Value, true, false, m_grid);
            m_layout->addWidget(name, row++, 0, 1, columns, Qt::AlignBottom);
            name->show();
            m_groups.push_back(name);
        }
        auto *f = m_fields[std::size_t(k)];
        if (columns <= 5)
            f->setFixedWidth(width(column));
        else
            f->setMinimumWidth(width(column)); // shares what the window gives
        m_layout->addWidget(f, row, column, Qt::AlignTop);
        f->show(); // in its place: what is shown before lies over the others until the next round of events
        if (++column == columns) {
            ++row;
            column = 0;
        }
    }
    row += column > 0;
    for (int k = 0; k < m_layout->rowCount(); ++k)
        m_layout->setRowStretch(k, 0);
    m_layout->setRowStretch(std::max(rows, row), 1);
    // few columns are as wide as they are, many share what the window gives
    m_scroll->setSizePolicy(columns <= 5 ? QSizePolicy::Fixed : QSizePolicy::Expanding, QSizePolicy::Expanding);
    const int bar = row > rows ? m_scroll->verticalScrollBar()->sizeHint().width() : 0;
    m_scroll->setMinimumWidth(columns <= 5 ? m_grid->sizeHint().width() + bar : 0);
    for (std::size_t k = 1; k < m_fields.size(); ++k)
        QWidget::setTabOrder(m_fields[k - 1], m_fields[k]);
    m_findings->setVisible(columns <= 6);
}

void OpenedPart::open(const ChainPart &part, const std::vector<ChainPart> &parts, const ProvedAxis &proved) {
    const auto &m = proved.model;
    const auto &s = proved.evaluation.state;
    m_part = part;
    const auto keys = fieldsOf(part, m);
    m_ribbed = part.stage >= 0 && m.stageAs<RibbedBelt>(std::size_t(part.stage));
    if (keys != m_keys) build(keys);
    for (std::size_t k = 0; k < m_fields.size(); ++k) {
        if (auto *value = qobject_cast<ValueEntry *>(m_fields[k])) {
            const auto known = fallbackOf(m_keys[k], part, m, s);
            value->setFallback(known.known() && known.standing != Standing::Unknown ? known.v : notKnown,
                               text(standingCode(known.standing)));
        } else if (m_keys[k].ends_with("screw/kept")) {
            static_cast<ChoiceEntry *>(m_fields[k])->setFallback(m.keepsScrew ? u"yes"_s : u"no"_s);
        }
    }
    m_name->setText(text(part.name));
    m_figures->setText(text(figuresOf(part, m, s)));
    if (m_chooser)
        m_chooser->setVisible(std::find(m_chooserFor.begin(), m_chooserFor.end(), part.kind) != m_chooserFor.end());
    showFindings(parts, proved);
    QWidget::update();
}

void OpenedPart::showFindings(const std::vector<ChainPart> &parts, const ProvedAxis &proved) {
    QString html;
    int n = 0;
    for (const auto &f : proved.evaluation.findings) {
        if (partOf(parts, f) != m_part.number || f.check->station != StationId::Drive) continue;
        if (n++ == 7) {
            html += u"<br>and more in the list at the right"_s;
            break;
        }
        html +=
            (html.isEmpty() ? QString() : u"<br>"_s) +
            u"<b>%1</b> %2"_s.arg(text(marginText(f)).toHtmlEscaped(), text(titleOf(proved.model, f)).toHtmlEscaped());
        // a row without a figure begins with that word already
        if (const auto word = verdictWord(f.verdict); f.verdict != Verdict::Holds && marginText(f) != word)
            html += u", "_s + text(word).toHtmlEscaped();
    }
    m_findings->setText(html.isEmpty() ? u"Nothing of this part is judged here."_s : html);
}

void OpenedPart::paintEvent(QPaintEvent *) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto &t = theme();
    p.fillRect(QRectF(0, 0, width(), headHeight), t.touchWash);
    p.setPen(QPen(t.touch, 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(0.8, 0.8, width() - 1.6, height() - 1.6));
    paintBalloon(p, {17, headHeight / 2.0}, m_part.number, true, 9);
}

} // namespace lw
