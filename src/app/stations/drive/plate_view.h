// Drive, the plates of an axis: each to scale with its figures, its holes and how each is found, what to saw, the
// print.
#pragma once

#include "picture/plate_picture.h"
#include "report/plate_print.h"
#include "session/session.h"
#include <QWidget>
#include <functional>
#include <optional>

class QGridLayout;
class QLabel;

namespace lw {

class CellsModel;
class CellsView;
class FieldWidget;

/// The drawing alone; a click picks a row of holes, a drag moves a hole, an edge or a slot's end.
class PlateDrawing : public QWidget {
    Q_OBJECT
public:
    explicit PlateDrawing(QWidget *parent);
    void refresh(const std::optional<Plate> &plate, const PlateShown &shown);
    [[nodiscard]] const PlatePicture &picture() const { return m_picture; }
    [[nodiscard]] const std::optional<Plate> &plate() const { return m_plate; }
    enum class Held { Nothing, Post, Side, Top, Bottom, SlotNear, SlotFar };

signals:
    void picked(int row);
    /// @param at of the plate, m @param drag its number, so that one drag is one undo
    void dragged(lw::PlateDrawing::Held what, QPointF at, int drag);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *) override;

private:
    [[nodiscard]] Held heldAt(QPointF p) const;
    std::optional<Plate> m_plate;
    PlatePicture m_picture;
    PlateShown m_shown;
    int m_drag = 0;
    Held m_held = Held::Nothing;
};

class PlateView : public QWidget {
    Q_OBJECT
public:
    using MakeField = std::function<FieldWidget *(const QString &key, QWidget *parent)>;
    using DropField = std::function<void(FieldWidget *)>;
    PlateView(Session *session, MakeField make, DropField drop, QWidget *parent);
    void refresh(const ProvedAxis &proved);
    bool handleKey(QKeyEvent *e);
    [[nodiscard]] QString headline() const { return m_headline; }
    [[nodiscard]] Verdict verdict() const { return m_verdict; }
    [[nodiscard]] PlateDrawing *drawing() const { return m_drawing; }
    [[nodiscard]] const std::optional<Plate> &plate() const { return m_drawing->plate(); }
    /// Another of the plates the axis has.
    void show(PlateKind kind);
    [[nodiscard]] PlateKind kind() const { return m_kind; }
    void pick(int row);
    [[nodiscard]] int row() const { return m_row; }
    /// The table of holes, for the clipboard.
    [[nodiscard]] QString table() const;
    enum class Print { Pdf, Svg, Dxf };
    [[nodiscard]] QByteArray printed(Print kind) const;
    [[nodiscard]] Print lastKind() const { return m_last; }

signals:
    void changed();
    void printAsked(lw::PlateView::Print kind);
    void said(const QString &sentence);

private:
    void showKinds();
    void showFindings(const ProvedAxis &p, const std::optional<Plate> &plate, bool written);
    void showWords(const Plate &plate);
    void showEntries();
    [[nodiscard]] std::vector<std::string> entriesOf(const Plate &plate) const;
    void drag(PlateDrawing::Held what, QPointF at, int drag);
    void put(const std::vector<std::pair<std::string, double>> &mm, const QString &words, const QString &merge);
    void nudge(double dx, double dy);
    void togglePunch();
    /// The edges as they are drawn, written down.
    void writeEdges();
    [[nodiscard]] std::string at() const;      ///< of the design, with its slash
    [[nodiscard]] std::string plateAt() const; ///< of the plate in it
    [[nodiscard]] std::string fixAt() const;   ///< of its posts or fixings
    [[nodiscard]] std::optional<HoleKind> chosenKind() const;
    [[nodiscard]] std::string stageAt() const;
    Session *m_session;
    MakeField m_make;
    DropField m_drop;
    const ProvedAxis *m_proved = nullptr;
    PlateKind m_kind = PlateKind::Motor;
    QButtonGroup *m_kinds;
    PlateDrawing *m_drawing;
    CellsModel *m_model, *m_found;
    CellsView *m_table, *m_findings;
    QLabel *m_saw, *m_posts, *m_sheets, *m_bar, *m_find, *m_seen;
    QWidget *m_entries;
    QGridLayout *m_grid;
    std::vector<std::string> m_keys;
    std::vector<FieldWidget *> m_fields;
    QString m_headline;
    Verdict m_verdict = Verdict::NotKnown;
    int m_row = -1;
    Print m_last = Print::Pdf;
};

} // namespace lw
