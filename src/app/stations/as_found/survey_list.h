// The survey cards of an axis as a list of heads; one is open at a time with its entries, its readings and what they
// say.
#pragma once

#include "app/entries/row_slice.h"
#include "app/stations/station_page.h"
#include "picture/survey_figures.h"
#include "picture/survey_pictures.h"
#include "survey/cards.h"
#include <QAbstractButton>

class QGridLayout;
class QVBoxLayout;

namespace lw {

/// Head of a card: mark, title, figure.
class CardHead : public QAbstractButton {
    Q_OBJECT
public:
    CardHead(const SurveyCardSpec &spec, QWidget *parent);
    void refresh(const SurveyResult &result, bool open);
    [[nodiscard]] SurveyCardId id() const { return m_id; }
    QSize sizeHint() const override { return {200, 30}; }

protected:
    void paintEvent(QPaintEvent *) override;
    void keyPressEvent(QKeyEvent *e) override;

private:
    SurveyCardId m_id;
    SurveyResult m_result;
    bool m_open = false;
};

/// The drawing of how it is done.
class HowToView : public QWidget {
public:
    explicit HowToView(QWidget *parent) : QWidget(parent) { setFixedHeight(110); }
    void show(HowTo subject);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    HowTo m_subject = HowTo::None;
};

/// What a card has to show besides its figures: the strut along its stroke, the stack of what rides on what.
class CardFigure : public QWidget {
public:
    explicit CardFigure(QWidget *parent) : QWidget(parent) { setObjectName(QStringLiteral("cardFigure")); }
    void refresh(SurveyCardId card, const nlohmann::json &project, const AxisModel &m);

protected:
    void paintEvent(QPaintEvent *) override;

private:
    std::vector<StrutPlace> m_curve;
    std::vector<RideLevel> m_stack;
};

class SurveyList : public QWidget {
    Q_OBJECT
public:
    /// Makes a bound entry below `host`: the page knows how to point it at its axis.
    /// @param label over it; empty: the field's own
    using MakeField = std::function<FieldWidget *(const QString &relative, QWidget *host, const QString &label)>;
    using DropField = std::function<void(FieldWidget *)>;
    SurveyList(Session *session, MakeField make, DropField drop, QWidget *parent);
    void refresh(const std::string &axis, const ProvedAxis &proved);
    /// Rows of a card that the page makes itself stand inside it, under its entries.
    void takeRows(QWidget *rows);
    /// Opens a card (again: closes it); none: closes all.
    void open(std::optional<SurveyCardId> id);
    /// Opens the card that holds a field; false when none does.
    bool openFor(const QString &pointer);
    [[nodiscard]] std::optional<SurveyCardId> opened() const { return m_open; }
    [[nodiscard]] CardHead *head(SurveyCardId id) const;
    [[nodiscard]] QString sentence() const { return m_sentence->text(); }
    /// Rows from a spreadsheet into the open card's table, one undo step; what happened, in a sentence.
    QString readTable(const QString &text);
    /// The same from a file.
    QString readFile(const QString &path);
    /// A row more in the open card's table.
    void addRow();
    /// Strikes the row being edited out; false when none is.
    bool strikeRow();

signals:
    void openedChanged();
    void said(const QString &sentence);

private:
    void build();
    void buildTable();
    [[nodiscard]] std::vector<std::string> rowIds() const;
    [[nodiscard]] QString listPath() const;
    Session *m_session;
    MakeField m_make;
    DropField m_drop;
    std::string m_axis;
    QVBoxLayout *m_layout;
    std::vector<CardHead *> m_heads;
    std::optional<SurveyCardId> m_open;
    QWidget *m_body = nullptr, *m_tableHost;
    StillLabel *m_sentence, *m_cure;
    QLabel *m_words, *m_usual;
    CardFigure *m_figure;
    HowToView *m_picture;
    QGridLayout *m_fieldsGrid, *m_table;
    QWidget *m_links;
    std::vector<FieldWidget *> m_fields, m_cells;
    RowSlice *m_slice;
    std::vector<std::string> m_builtRows;
    std::string m_builtAxis, m_builtClass;
};

} // namespace lw
