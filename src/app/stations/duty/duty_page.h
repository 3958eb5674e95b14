// Station 2: what the axis must do. The cycle over time, its blocks, the cut being edited, targets, every case of the
// demand, a part program as the duty, the feel of an electronic handwheel.
#pragma once

#include "app/entries/cells.h"
#include "app/stations/duty/cut_view.h"
#include "app/stations/duty/cycle_view.h"
#include "app/stations/proof/ledger.h"
#include "app/stations/duty/program_panel.h"
#include "app/stations/station_page.h"

class QButtonGroup;
class QGridLayout;
class QStackedWidget;

namespace lw {

class DutyPage : public StationPage {
    Q_OBJECT
public:
    DutyPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    void goTo(const QString &panel) override;
    bool takeFile(const QString &path) override;
    [[nodiscard]] QString hint() const override {
        return QStringLiteral(
            "Insert adds a cut   Alt+↑↓ moves a block   drag a block's edge to stretch it   Space plays the cycle");
    }
    [[nodiscard]] QString copyText() const override { return StationPage::copyText() + u'\n' + m_moves->asText(); }
    [[nodiscard]] QString rightText() const override { return m_rightText; }
    [[nodiscard]] CycleView *cycle() const { return m_cycle; }
    [[nodiscard]] CutView *cutView() const { return m_cut; }
    [[nodiscard]] ProgramPanel *program() const { return m_program; }
    [[nodiscard]] CellsView *moves() const { return m_moves; }
    [[nodiscard]] int current() const { return m_current; }

protected:
    void update(const ProvedAxis &proved) override;

private:
    enum Panel { Moves, Targets, Cases, Program, Wheel };
    void buildLeft(class QVBoxLayout *left);
    void buildRight(class QVBoxLayout *right);
    void addBlock(const QString &kind);
    void removeBlock();
    void shiftBlock(int from, int to);
    void choose(int block);
    void rebuildFields(const QString &id, const QString &kind);
    void showMoves(const ProvedAxis &p);
    void showCases(const ProvedAxis &p);
    void showWheel(const ProvedAxis &p);
    void showCut(const ProvedAxis &p);
    [[nodiscard]] QString usualKind() const;
    [[nodiscard]] QString row(const QString &key) const; ///< place of a field of the current block, absolute
    /// Contents of all blocks in order, written back under the same keys: one undo.
    void rewrite(const std::vector<nlohmann::json> &rows, const QString &words);
    [[nodiscard]] std::vector<nlohmann::json> blocks() const;
    CycleView *m_cycle;
    QButtonGroup *m_panels;
    QStackedWidget *m_stack;
    CellsModel *m_movesModel, *m_casesModel;
    CellsView *m_moves, *m_cases;
    QLabel *m_warn, *m_casesSay, *m_targetsSay, *m_wheelSay;
    ProgramPanel *m_program;
    QLabel *m_cutTitle, *m_cutFigure, *m_cutWords, *m_metalsHead;
    QWidget *m_fieldsHost;
    QGridLayout *m_fieldsGrid;
    std::vector<FieldWidget *> m_fields;
    QString m_builtId, m_builtKind, m_rightText;
    CutView *m_cut;
    MetalBars *m_metals;
    QPushButton *m_drop;
    ValueEntry *m_rapid, *m_accel, *m_lost, *m_repeat, *m_slow, *m_step;
    Ledger *m_ledger;
    int m_current = 0;
    std::string m_shown; ///< the axis whose heaviest block was looked for
    bool m_filling = false;
    double m_stretchStart = notKnown; ///< length or time when an edge was taken hold of, SI
};

} // namespace lw
