// The home view: axes down, stations across, every cell a live sentence; below, the whole machine. On an empty board
// one key adds an axis.
#pragma once

#include "app/window/style.h"
#include "search/mends.h"
#include "proof/words/summary.h"
#include "session/session.h"
#include <QAbstractButton>

class QGridLayout;
class QListWidget;
class QVBoxLayout;

namespace lw {

class FirstRunPage;
class MoneyBar;

class BoardCell : public QAbstractButton {
    Q_OBJECT
public:
    explicit BoardCell(QWidget *parent);
    void show(const StationSummary &s, const QString &axis, const QString &station);
    using QWidget::show;
    [[nodiscard]] QString words() const { return m_figure + QStringLiteral(": ") + m_sentence; }
    QSize sizeHint() const override { return {146, 117}; }

protected:
    void paintEvent(QPaintEvent *) override;

private:
    QString m_figure, m_sentence;
    Verdict m_verdict = Verdict::NotKnown;
    bool m_begun = true;
    int m_done = -1, m_of = 0;
    bool m_hasRung = false;
    Finding m_rung;
};

class BoardPage : public QWidget {
    Q_OBJECT
public:
    BoardPage(Session *session, QWidget *parent);
    void refresh();
    /// The findings whose rows stand on the board: those that want a mend.
    [[nodiscard]] const std::vector<std::pair<std::string, Finding>> &worstShown() const { return m_worstShown; }
    /// @param together what the mends of what fails have to buy, taken all of them
    void setMends(const std::string &axis, const std::vector<std::pair<Finding, Mend>> &mends, const Mend &together);
    /// Opens the chooser of class and axis, in place.
    void addAxis();
    void focusCell(const std::string &axis, StationId station);
    [[nodiscard]] FirstRunPage *firstRun() const { return m_empty; }
    [[nodiscard]] bool choosing() const { return m_chooser && m_chooser->isVisible(); }

signals:
    void opened(const std::string &axis, StationId station);
    void mendApplied(const std::string &axis, const Mend &mend);
    void findingAsked(const std::string &axis, const Finding &finding);
    void stepAsked(const std::string &axis, const QString &step);
    void sampleAsked(const QString &name);
    void fileAsked(const QString &path);
    void openAsked();

protected:
    void resizeEvent(QResizeEvent *e) override;
    void keyPressEvent(QKeyEvent *e) override;
    bool eventFilter(QObject *o, QEvent *e) override;

private:
    void rebuild();
    struct WorstRow {
        std::string axis;
        Finding f;
        const Mend *mend;                ///< of m_mends
        const BuildStep *trap = nullptr; ///< a trap of the build order instead of a finding
        bool toChoose = false;           ///< an axis for which nothing is chosen yet instead of one
    };
    [[nodiscard]] QString wordsOf(const WorstRow &r) const;
    void refreshBelow();
    void rebuildWorst(const std::vector<WorstRow> &rows, const QString &currency);
    void commitAxis();
    void fillAxes();
    Session *m_session;
    QGridLayout *m_grid;
    QWidget *m_cellsHost, *m_below, *m_chooser = nullptr;
    FirstRunPage *m_empty;
    QVBoxLayout *m_worst;
    std::vector<std::pair<std::string, Finding>> m_worstShown;
    MarkWidget *m_readyMark;
    QLabel *m_ready, *m_caution, *m_money, *m_moneyDetail, *m_time, *m_timeDetail, *m_next, *m_nextDetail;
    MoneyBar *m_moneyBar;
    QListWidget *m_classes, *m_axes;
    std::vector<std::string> m_order;
    std::vector<std::vector<BoardCell *>> m_cells;
    std::map<std::string, std::vector<std::pair<Finding, Mend>>> m_mends;
    std::map<std::string, Mend> m_together; ///< price of the mends of what fails, all taken
    QStringList m_worstSays; ///< what the worst rows say; they are made anew when it changes
};

} // namespace lw
