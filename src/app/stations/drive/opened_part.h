// The opened part of the chain: all its entries in room, and what is judged of it.
#pragma once

#include "app/stations/drive/part_fields.h"
#include "session/session.h"
#include <QWidget>
#include <functional>

class QGridLayout;
class QLabel;
class QScrollArea;

namespace lw {

class FieldWidget;

class OpenedPart : public QWidget {
    Q_OBJECT
public:
    using MakeField = std::function<FieldWidget *(const QString &key, QWidget *parent)>;
    using DropField = std::function<void(FieldWidget *)>;
    OpenedPart(MakeField make, DropField drop, QWidget *parent);
    /// Shows a part; its entries are made anew only when another part, or another kind of it, is opened.
    void open(const ChainPart &part, const std::vector<ChainPart> &parts, const ProvedAxis &proved);
    /// Room in the head for what belongs to the part's choice, a catalogue say.
    void setChooser(QWidget *chooser, std::vector<ChainPartKind> kinds);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    void build(const std::vector<std::string> &keys);
    void showFindings(const std::vector<ChainPart> &parts, const ProvedAxis &proved);
    MakeField m_make;
    DropField m_drop;
    bool m_ribbed = false; ///< of what kind its belt's code is
    ChainPart m_part;
    std::vector<std::string> m_keys;
    std::vector<FieldWidget *> m_fields;
    std::vector<QLabel *> m_groups;
    QWidget *m_grid;
    QScrollArea *m_scroll;
    QGridLayout *m_layout;
    QLabel *m_name, *m_figures, *m_findings;
    QWidget *m_chooser = nullptr;
    std::vector<ChainPartKind> m_chooserFor;
};

} // namespace lw
