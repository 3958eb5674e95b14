// The designs of an axis side by side: every figure, the better one marked, and parts of one taken over into another.
#pragma once

#include "machine/new_axis.h"
#include "session/session.h"
#include <QDialog>
#include <optional>

class QLabel;
class QTableWidget;

namespace lw {

/// One figure of every design.
struct SideFigure {
    QString name;
    std::vector<double> values; ///< one a design; NaN: not known
    QStringList texts;
    bool moreIsBetter = true;
    /// The design that is better than all others in it; -1: none is, or one is not known.
    [[nodiscard]] int best() const;
};
/// @param designs their letters, in order
/// @param all false: the few that are quick to work out
[[nodiscard]] std::vector<SideFigure> sideBySide(const Session &session, const std::string &axis,
                                                 const std::vector<std::string> &designs, bool all);
/// Designs that are there; A when there is none.
[[nodiscard]] std::vector<std::string> designsShown(const Session &session, const std::string &axis);
/// Fills a table whose first column names the figures; the better one bold and underlined.
void fillSides(QTableWidget *table, const std::vector<SideFigure> &figures, const std::vector<std::string> &designs);

class OptionsDialog : public QDialog {
    Q_OBJECT
public:
    OptionsDialog(Session *session, QWidget *parent);
    void openFor(const std::string &axis);
    [[nodiscard]] QTableWidget *table() const { return m_table; }

signals:
    void said(const QString &sentence);

protected:
    void keyPressEvent(QKeyEvent *e) override;
    bool eventFilter(QObject *o, QEvent *e) override;

private:
    void fill();
    /// The part of the row under work, taken from the design of the column into the one that is shown.
    void take();
    void showDesign();
    void removeDesign();
    [[nodiscard]] std::string designAt(int column) const;
    Session *m_session;
    std::string m_axis;
    QLabel *m_says;
    QTableWidget *m_table;
    int m_figures = 0; ///< rows of figures; the parts stand below
};

} // namespace lw
