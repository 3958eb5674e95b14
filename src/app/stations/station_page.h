// What every station's bench has: a headline with its mark, fields that follow the axis, a refresh.
#pragma once

#include "app/entries/fields.h"
#include "app/window/style.h"
#include "search/mends.h"
#include "proof/words/summary.h"
#include <QWidget>
#include <vector>

class QGridLayout;
class QVBoxLayout;

namespace lw {

class StationPage : public QWidget {
    Q_OBJECT
public:
    StationPage(Session *session, StationId station, QWidget *parent);
    void setAxis(const std::string &axis);
    [[nodiscard]] const std::string &axis() const { return m_axis; }
    /// Reads everything anew from the session.
    void refresh();
    /// The finding under work, for the drawing, the ledger and the keys.
    virtual void choose(const Finding &) {}
    /// Goes to a row of the page by its key; nothing where there is none.
    virtual void goTo(const QString &) {}
    /// Strikes the reading being edited out, or takes it back in.
    virtual void strikeCurrent() {}
    /// Adds what the page is made of behind what is under work; pages without such say nothing.
    virtual void addHere() {}
    /// W, M, arrows and the like; true when used.
    virtual bool handleKey(QKeyEvent *) { return false; }
    /// The first thing to type into.
    [[nodiscard]] virtual QWidget *firstField() const;
    /// The first line of an opened card that has no figure yet: digits go there.
    [[nodiscard]] EntryLine *lineAwaiting() const;
    /// What the status row says: keys of this page at the left, a figure at the right.
    [[nodiscard]] virtual QString hint() const { return {}; }
    [[nodiscard]] virtual QString rightText() const { return {}; }
    /// A file dropped on the window that is not a job: a program, readings; false when the page has no use for it.
    virtual bool takeFile(const QString &) { return false; }
    /// Called when nothing was typed for a moment: long sums go here.
    virtual void whenQuiet() {}
    /// Puts the page on the clipboard; false: the window copies its text and picture.
    virtual bool copy() { return false; }
    /// Words and picture of the page for the clipboard.
    [[nodiscard]] virtual QString copyText() const { return m_headline ? m_headline->text() : QString(); }

signals:
    void said(const QString &sentence);
    void mendAsked(const Finding &finding);
    void mendApplied(const Mend &mend);
    void quietWanted(); ///< something was opened that whenQuiet fills
    void rightTextChanged();

protected:
    /// Where a figure is awaited just now: the opened card under work; nothing when none is.
    [[nodiscard]] virtual QWidget *awaiting() const { return nullptr; }
    virtual void update(const ProvedAxis &proved) = 0;
    [[nodiscard]] const ProvedAxis &proved() const { return m_session->proved(m_axis); }
    /// A field of the axis ("travel_mm") or, from "design/", of the design shown.
    FieldWidget *addField(const QString &relative, const QString &label = {}, QWidget *parent = nullptr);
    ValueEntry *addValue(const QString &relative, const QString &label = {},
                         const QString &standing = QStringLiteral("stated"), QWidget *parent = nullptr);
    void dropField(FieldWidget *field);
    [[nodiscard]] QString absolute(const QString &relative) const;
    /// Headline row: mark, words, figure at the right.
    QWidget *makeHeadline();
    /// Lessons pinned to this station; hidden when there is none. Pages put it under their headline.
    QWidget *makeLessons();
    void setHeadline(Verdict v, const QString &words, const QString &figure = {});

    Session *m_session;
    StationId m_station;
    std::string m_axis;

private:
    void pointFields(bool refreshOthers);
    struct Bound {
        FieldWidget *widget;
        QString relative;
    };
    std::vector<Bound> m_fields;
    void showLessons();
    bool m_refreshing = false, m_again = false;
    MarkWidget *m_mark = nullptr;
    QLabel *m_headline = nullptr, *m_figure = nullptr, *m_lessons = nullptr;
};

/// The page of a station; null for one that has none.
/// Of an axis that turns; null where the station has one page for all.
StationPage *makeRotaryPage(StationId station, Session *session, QWidget *parent);
StationPage *makeStationPage(StationId station, Session *session, QWidget *parent);

} // namespace lw
