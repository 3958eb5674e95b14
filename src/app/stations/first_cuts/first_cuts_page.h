// Station 7: the test cards in gate order, what they say, what was predicted, and the settings sheet they fill.
#pragma once

#include "app/entries/cells.h"
#include "app/stations/station_page.h"
#include "commission/cards.h"
#include <QAbstractButton>
#include <QScrollArea>

class QGridLayout;

namespace lw {

class DialWidget : public QWidget {
    Q_OBJECT
public:
    explicit DialWidget(QWidget *parent);
    void refresh(const DialFace &face);

signals:
    void dragged(double value); ///< in the dial's unit

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;

private:
    void follow(const QPointF &at);
    DialFace m_face;
};

/// One card as a small box: number, name, mark; dashed while it waits.
class CardButton : public QAbstractButton {
    Q_OBJECT
public:
    explicit CardButton(QWidget *parent);
    void refresh(int number, const QString &title, const CardResult &result, bool current);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    int m_number = 0;
    QString m_title;
    CardResult m_result;
    bool m_current = false;
};

/// Said against is: a row each, the band with its mark.
class PredictionList : public QWidget {
    Q_OBJECT
public:
    explicit PredictionList(QWidget *parent) : QWidget(parent) {}
    void refresh(const std::vector<Prediction> &rows, bool narrow = false);
    [[nodiscard]] QString rowText(std::size_t k) const;
    QSize sizeHint() const override { return {300, int(m_rows.size()) * (m_narrow ? 34 : 72)}; }

protected:
    void paintEvent(QPaintEvent *) override;

private:
    std::vector<Prediction> m_rows;
    bool m_narrow = false;
};

class FirstCutsPage : public StationPage {
    Q_OBJECT
public:
    FirstCutsPage(Session *session, QWidget *parent);
    bool handleKey(QKeyEvent *e) override;
    [[nodiscard]] QString hint() const override {
        return QStringLiteral("Enter next reading   N next card   Ctrl+Delete strikes a reading out   Ctrl+C the sheet "
                              "  hand on the stop, covers on");
    }
    [[nodiscard]] QString copyText() const override;
    void showCard(CardId id);
    /// A card by its code, such as lost_motion.
    void goTo(const QString &code) override;
    [[nodiscard]] CardId card() const { return m_card; }
    [[nodiscard]] QString sentence() const;
    void strikeCurrent() override;

protected:
    void update(const ProvedAxis &proved) override;

private:
    void buildCard(const CardSpec &spec);
    void exportSheet(const QString &filter, const QString &suffix);
    [[nodiscard]] std::vector<SettingsOfAxis> sheets() const;
    CardId m_card = CardId::StopWorks;
    std::string m_cardAxis; ///< the axis a card was chosen for; another axis starts at its next one
    QString m_builtFor;
    StillLabel *m_said;
    QLabel *m_cardTitle, *m_todo, *m_accept, *m_count, *m_sheetTitle, *m_draft, *m_advice;
    MarkWidget *m_cardMark;
    DialWidget *m_dial;
    QWidget *m_entries;
    QGridLayout *m_entryGrid;
    std::vector<FieldWidget *> m_entryFields;
    std::vector<QLabel *> m_means;
    std::vector<CardButton *> m_buttons;
    PredictionList *m_predictions;
    CellsModel *m_sheetModel;
    CellsView *m_sheet;
    std::vector<SettingLine> m_lines;
    QString m_lastReading; ///< pointer the dial writes to
};

} // namespace lw
