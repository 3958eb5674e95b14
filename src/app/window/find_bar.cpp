#include "app/window/find_bar.h"
#include "app/window/style.h"
#include "app/widgets.h"

namespace lw {
using namespace Qt::StringLiterals;

FindBar::FindBar(QWidget *parent) : QFrame(parent) {
    setObjectName(u"findBar"_s);
    setProperty("drawer", true);
    auto *v = new QVBoxLayout(this);
    v->setContentsMargins(12, 10, 12, 10);
    v->setSpacing(6);
    m_line = new QLineEdit(this);
    m_line->setObjectName(u"findLine"_s);
    m_line->setAccessibleName(u"Find"_s);
    m_line->setPlaceholderText(u"find a part, a step, an entry, a finding, a field"_s);
    m_line->setFont(mono(15));
    m_line->setProperty("plain", true);
    v->addWidget(m_line);
    m_list = new QListWidget(this);
    m_list->setObjectName(u"findList"_s);
    m_list->setAccessibleName(u"Found"_s);
    m_list->setFont(face(15));
    v->addWidget(m_list, 1);
    m_line->installEventFilter(this);
    m_list->installEventFilter(this);
    connect(m_line, &QLineEdit::textChanged, this, &FindBar::narrow);
    connect(m_list, &QListWidget::itemClicked, this, &FindBar::go);
    hide();
}
void FindBar::open(std::vector<Hit> all) {
    m_all = std::move(all);
    const auto *p = parentWidget();
    setGeometry(p->width() / 2 - 300, 96, 600, std::min(420, p->height() - 140));
    m_line->clear();
    narrow();
    show();
    raise();
    m_line->setFocus();
}
int FindBar::shownHits() const { return int(m_shown.size()); }
void FindBar::narrow() {
    m_list->clear();
    m_shown.clear();
    const auto words = m_line->text().split(u' ', Qt::SkipEmptyParts);
    for (std::size_t k = 0; k < m_all.size() && m_shown.size() < 60; ++k) {
        const QString all = m_all[k].where + u' ' + m_all[k].words;
        if (!std::all_of(words.begin(), words.end(),
                         [&](const QString &w) { return all.contains(w, Qt::CaseInsensitive); }))
            continue;
        m_shown.push_back(k);
        m_list->addItem(m_all[k].where + u":  "_s + m_all[k].words);
    }
    if (m_shown.empty()) m_list->addItem(u"Nothing of that name."_s);
    m_list->setCurrentRow(0);
}
void FindBar::go() {
    const int row = m_list->currentRow();
    hide();
    if (row >= 0 && row < int(m_shown.size()))
        m_all[m_shown[std::size_t(row)]].go();
    else
        parentWidget()->setFocus();
}
bool FindBar::eventFilter(QObject *o, QEvent *e) {
    if (e->type() == QEvent::KeyPress) {
        auto *k = static_cast<QKeyEvent *>(e);
        if (k->key() == Qt::Key_Escape) {
            hide();
            parentWidget()->setFocus();
            return true;
        }
        if (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) {
            go();
            return true;
        }
        if (o == m_line && (k->key() == Qt::Key_Down || k->key() == Qt::Key_Up)) {
            m_list->setCurrentRow(std::clamp(m_list->currentRow() + (k->key() == Qt::Key_Down ? 1 : -1), 0,
                                             std::max(0, m_list->count() - 1)));
            return true;
        }
    }
    return QFrame::eventFilter(o, e);
}

} // namespace lw
