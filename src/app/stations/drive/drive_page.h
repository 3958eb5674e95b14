// Station 3: the chain drawn to scale, its parts in a strip, the opened one with its entries, designs side by side.
#pragma once

#include "app/stations/drive/screw_view.h"
#include "app/stations/drive/opened_part.h"
#include "app/stations/drive/part_picker.h"
#include "app/stations/drive/power_path_view.h"
#include "app/stations/drive/parts_strip.h"
#include "app/stations/drive/ratio_view.h"
#include "app/stations/drive/rotary_ratio.h"
#include "app/stations/drive/side_by_side.h"
#include "app/stations/drive/sizing_view.h"
#include "app/stations/drive/plate_view.h"
#include "app/stations/drive/wiring_view.h"
#include "app/stations/proof/ledger.h"
#include "app/stations/station_page.h"

class QButtonGroup;
class QStackedWidget;
class QTableWidget;

namespace lw {

class DrivePage : public StationPage {
    Q_OBJECT
public:
    DrivePage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    void addHere() override;
    /// Opens a part by its balloon, "3", or a view by its name, "ratio", "wiring".
    void goTo(const QString &place) override;
    /// Sizing proposes whole designs; Chain is the one chosen, part by part; Charts its ratio and
    /// lead; Wiring is the whole machine's; Screw shows it along its travel.
    enum class View { Sizing, Chain, Charts, Plates, Wiring, Screw };
    void show(View view);
    [[nodiscard]] View shown() const;
    [[nodiscard]] SizingView *sizing() const { return m_sizing; }
    [[nodiscard]] RatioView *ratio() const { return m_ratio; }
    [[nodiscard]] RotaryRatioView *rotaryRatio() const { return m_rotaryRatio; }
    [[nodiscard]] WiringView *wiring() const { return m_wiring; }
    [[nodiscard]] PlateView *plates() const { return m_plates; }
    bool copy() override;
    [[nodiscard]] QString hint() const override {
        if (shown() == View::Sizing)
            return QStringLiteral(
                "Enter takes it   ← → proposals   ↑ ↓ front   Y other figure   ? why not   M all axes   V chain");
        if (shown() == View::Charts && m_turns)
            return QStringLiteral("P three ways   ↑ ↓ next pulley that can be bought   drag the mark   Space plays a "
                                  "quarter turn, Shift a whole "
                                  "one   ← → scrub   V plates");
        if (shown() == View::Charts)
            return QStringLiteral("← → what holds   Shift all   ↑ ↓ ratio or lead   Enter takes it   drag the point   "
                                  "V plates");
        if (shown() == View::Plates)
            return QStringLiteral(
                "drag a hole, an edge or a slot's end   , . hole   arrows 0.1 mm   S next sheet   T punched or "
                "measured   W writes the edges down   P prints 1 : 1   V wiring");
        if (shown() == View::Wiring)
            return QStringLiteral("← → along the wire   , . what is found   Enter its entries   M mends   "
                                  "drag a cable to lengthen it   V sizing");
        if (shown() == View::Screw)
            return QStringLiteral("← → move the nut   Shift farther   drag it, or the far bearing   V sizing");
        return QStringLiteral(
            "V ratio   O side by side   , . part   F2 others   + − teeth   arrows 0.1 mm   Ctrl+D adds a stage   "
            "Shift+Del takes it out   Alt+arrows move it");
    }
    [[nodiscard]] QString rightText() const override {
        return shown() == View::Sizing ? m_sizing->rightText() : shown() == View::Chain ? m_view->scales() : QString();
    }
    void choose(const Finding &f) override;
    [[nodiscard]] PowerPathView *view() const { return m_view; }
    /// Opens a part by its balloon.
    void pick(int part);
    /// The part that holds an entry; 0 when none does.
    [[nodiscard]] int partOfField(const QString &pointer) const;
    [[nodiscard]] PartsStrip *strip() const { return m_strip; }

protected:
    void update(const ProvedAxis &proved) override;

private:
    void setBelt(std::size_t stage, int teeth, double centre);
    void setCentre(std::size_t stage, double centre, int decimals);
    /// The wheel at this balloon by so many teeth; a belt that then fits best comes with it.
    void turnTeeth(int part, int by);
    void openPicker();
    void fillSideBySide();
    void sayHeadline(const ProvedAxis &proved);
    bool m_turns = false; ///< the axis shown is a table
    QStackedWidget *m_stack = nullptr;
    SizingView *m_sizing = nullptr;
    RatioView *m_ratio = nullptr;
    RotaryRatioView *m_rotaryRatio = nullptr;
    QStackedWidget *m_charts = nullptr;
    ScrewView *m_screw = nullptr;
    WiringView *m_wiring = nullptr;
    PlateView *m_plates = nullptr;
    QButtonGroup *m_switch = nullptr;
    std::string m_lookedAt; ///< the axis and design the view was last chosen for
    /// Takes out or moves the stage at the part under work.
    bool editChain(QKeyEvent *e);
    [[nodiscard]] const ChainPart *current() const;
    PowerPathView *m_view;
    PartsStrip *m_strip;
    OpenedPart *m_opened;
    std::vector<ChainPart> m_parts;
    PartPicker *m_picker;
    Ledger *m_ledger;
    QTableWidget *m_sides;
    OptionsDialog *m_options;
    int m_part = 1;
};

} // namespace lw
