// What every station's bench has: a headline with its mark, fields that follow the axis, a refresh.
#pragma once

#include "app/fields.h"
#include "app/style.h"
#include "proof/summary.h"
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
    /// W, M, arrows and the like; true when used.
    virtual bool handleKey(QKeyEvent *) { return false; }
    /// The first thing to type into.
    [[nodiscard]] virtual QWidget *firstField() const;
    /// Words and picture of the page for the clipboard.
    [[nodiscard]] virtual QString copyText() const { return m_headline ? m_headline->text() : QString(); }

signals:
    void said(const QString &sentence);
    void mendAsked(const Finding &finding);

protected:
    virtual void update(const ProvedAxis &proved) = 0;
    [[nodiscard]] const ProvedAxis &proved() const { return m_session->proved(m_axis); }
    /// A field of the axis ("travel_mm") or, from "design/", of the design shown.
    FieldWidget *addField(const QString &relative, const QString &label = {}, QWidget *parent = nullptr);
    ValueEntry *addValue(const QString &relative, const QString &label = {}, const QString &standing = QStringLiteral("stated"), QWidget *parent = nullptr);
    void dropField(FieldWidget *field);
    [[nodiscard]] QString absolute(const QString &relative) const;
    /// Headline row: mark, words, figure at the right.
    QWidget *makeHeadline();
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
    MarkWidget *m_mark = nullptr;
    QLabel *m_headline = nullptr, *m_figure = nullptr;
};

} // namespace lw
