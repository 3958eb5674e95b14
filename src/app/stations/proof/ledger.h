// The findings ledger: cards, worst first.
#pragma once

#include "app/window/style.h"
#include "proof/finding.h"
#include "session/session.h"
#include <QScrollArea>
#include <vector>

class QVBoxLayout;

namespace lw {

/// One finding as a card. Clicking chooses it; its mend can be applied.
class FindingCard : public QWidget {
    Q_OBJECT
public:
    explicit FindingCard(QWidget *parent);
    void show(const AxisModel &m, const AxisState &s, const Finding &f, bool chosen);
    using QWidget::show;
    [[nodiscard]] const Finding &finding() const { return m_finding; }
    [[nodiscard]] QString words() const;

signals:
    void chosen();
    void mendAsked();

protected:
    void mousePressEvent(QMouseEvent *) override;
    void keyPressEvent(QKeyEvent *e) override;
    void paintEvent(QPaintEvent *) override;

private:
    Finding m_finding;
    bool m_chosen = false;
    MarkWidget *m_mark;
    QLabel *m_sentence, *m_figure, *m_reason;
    RungWidget *m_rung;
    QPushButton *m_mend;
};

/// Cards of one station's findings.
class Ledger : public QScrollArea {
    Q_OBJECT
public:
    Ledger(Session *session, StationId station, QWidget *parent);
    void refresh(const ProvedAxis &proved);
    void setChosen(const Finding *f);
    /// Inside a page that scrolls itself: grows to its cards, no bar of its own.
    void growWithCards();

signals:
    void chosen(const Finding &finding);
    void mendAsked(const Finding &finding);

private:
    Session *m_session;
    StationId m_station;
    QVBoxLayout *m_layout;
    std::vector<FindingCard *> m_cards;
    Finding m_chosen;
    bool m_anyChosen = false;
    bool m_grows = false;
};

} // namespace lw
