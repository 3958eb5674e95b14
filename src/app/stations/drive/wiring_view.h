// Drive, the electrics of the whole machine: the diagram, the entries of the box or wire under work, what is wrong with
// it and what mends that.
#pragma once

#include "picture/wiring_diagram.h"
#include "session/session.h"
#include <QWidget>
#include <functional>

class QGridLayout;
class QLabel;
class QScrollArea;

namespace lw {

class CellsModel;
class CellsView;
class FieldWidget;

/// The diagram alone; a click picks.
class WiringDiagram : public QWidget {
    Q_OBJECT
public:
    explicit WiringDiagram(QWidget *parent);
    void refresh(const WiringSheet *sheet, const WirePlace &chosen);
    [[nodiscard]] const WiringPicture &picture() const { return m_picture; }

signals:
    void picked(const lw::WirePlace &place);
    void lengthDragged(const QString &axis, double metres); ///< of a cable

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *) override;

private:
    const WiringSheet *m_sheet = nullptr;
    WirePlace m_chosen;
    WiringPicture m_picture;
    QString m_cable; ///< the axis whose cable is pulled
    double m_from = 0, m_length = 0;
};

class WiringView : public QWidget {
    Q_OBJECT
public:
    using MakeField = std::function<FieldWidget *(const QString &key, QWidget *parent)>;
    using DropField = std::function<void(FieldWidget *)>;
    WiringView(Session *session, MakeField make, DropField drop, QWidget *parent);
    void refresh();
    bool handleKey(QKeyEvent *e);
    [[nodiscard]] QString headline() const;
    [[nodiscard]] Verdict verdict() const;
    [[nodiscard]] WiringDiagram *diagram() const { return m_diagram; }
    [[nodiscard]] const WirePlace &place() const { return m_place; }
    /// Opens a box or wire; the page fills its entries.
    void pick(const WirePlace &place);
    /// Makes the change the chosen finding asks for.
    void mend();
    void putOnList();
    [[nodiscard]] QByteArray cablesCsv() const;

signals:
    void placeChanged();
    void cablesAsked(); ///< the list of cables, as a file
    void said(const QString &sentence);

private:
    void showFinding();
    void showPlace();
    [[nodiscard]] const WireFinding *finding() const;
    Session *m_session;
    MakeField m_make;
    DropField m_drop;
    WiringDiagram *m_diagram;
    QScrollArea *m_scroll;
    QLabel *m_name, *m_words, *m_caution;
    QWidget *m_entries;
    QGridLayout *m_grid;
    std::vector<FieldWidget *> m_fields;
    std::vector<std::string> m_keys;
    CellsModel *m_model;
    CellsView *m_table;
    QPushButton *m_mend;
    WirePlace m_place; ///< the machine: none yet
};

} // namespace lw
