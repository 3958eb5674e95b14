#include "app/entries/row_slice.h"
#include "app/window/style.h"
#include "app/widgets.h"
#include <algorithm>

namespace lw {
using namespace Qt::StringLiterals;

RowSlice::RowSlice(std::size_t room, const QString &rowsCalled, QWidget *parent)
    : QWidget(parent), m_room(room), m_called(rowsCalled) {
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    m_words = makeLabel({}, 13, Ink::Label, false, false, this);
    m_words->setObjectName(u"rowSlice"_s);
    h->addWidget(m_words);
    m_earlier = makeLink(u"Earlier"_s, this);
    m_earlier->setObjectName(u"rowsEarlier"_s);
    m_later = makeLink(u"Later"_s, this);
    m_later->setObjectName(u"rowsLater"_s);
    h->addWidget(m_earlier);
    h->addWidget(m_later);
    h->addStretch(1);
    connect(m_earlier, &QPushButton::clicked, this, [this] { step(-1); });
    connect(m_later, &QPushButton::clicked, this, [this] { step(1); });
    hide();
}

void RowSlice::step(int by) {
    if (by < 0)
        m_from -= std::min(m_from, m_room);
    else if (m_from + m_room < m_all)
        m_from += m_room;
    emit moved();
}

std::vector<std::string> RowSlice::of(const std::vector<std::string> &all) {
    m_all = all.size();
    if (!m_reach.empty()) {
        const auto at = std::find(all.begin(), all.end(), m_reach);
        if (at != all.end()) m_from = std::size_t(at - all.begin()) / m_room * m_room;
        m_reach.clear();
    }
    if (m_from >= m_all) m_from = m_all ? (m_all - 1) / m_room * m_room : 0;
    const auto end = std::min(m_all, m_from + m_room);
    setVisible(m_all > m_room);
    m_words->setText(u"%1–%2 of %3 %4"_s.arg(m_from + 1).arg(end).arg(m_all).arg(m_called));
    m_earlier->setEnabled(m_from > 0);
    m_later->setEnabled(end < m_all);
    return {all.begin() + std::ptrdiff_t(m_from), all.begin() + std::ptrdiff_t(end)};
}

} // namespace lw
