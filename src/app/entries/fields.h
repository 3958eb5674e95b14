// Entries: one widget a field of the project. They keep what was typed, show what it means, step, scrub, and refuse
// nonsense with a sentence. They hold no state of their own: the session does.
#pragma once

#include "machine/fields.h"
#include "proof/words/narrate.h"
#include "session/session.h"
#include "units/shown_units.h"
#include <QComboBox>
#include <QLineEdit>
#include <QPointer>
#include <QTimer>
#include <QWidget>
#include <functional>

class QLabel;
class QFrame;

namespace lw {

/// Settings of the window that entries look at.
struct ViewUnits {
    UnitSystem &system = shownUnits(); ///< one for sentences, charts and entries
};
ViewUnits &viewUnits();

class FieldWidget : public QWidget {
    Q_OBJECT
public:
    FieldWidget(Session *session, QWidget *parent);
    /// Points it at a place of the project; refreshes.
    virtual void setPointer(const QString &pointer);
    [[nodiscard]] QString pointer() const { return m_pointer; }
    virtual void refresh() = 0;
    /// Hands in what is typed, as leaving the entry does.
    virtual void settle() {}
    /// Gives up what is typed and hands nothing in any more: its place is about to go.
    virtual void abandon() {}
    /// How to find the value: for F1.
    [[nodiscard]] QString help() const;

signals:
    void said(const QString &sentence); ///< for the status row

protected:
    Session *m_session;
    QString m_pointer;
    const FieldSpec *m_spec = nullptr;
};

/// Line edit that leaves undo to the window when it has nothing of its own to undo.
class EntryLine : public QLineEdit {
    Q_OBJECT
public:
    using QLineEdit::QLineEdit;
    /// The first click selects all of it: for what nobody typed, so that typing replaces it.
    void setWholeOnClick(bool on) { m_wholeOnClick = on; }

signals:
    void stepped(long steps);
    void entered();
    void left();
    void escaped();

protected:
    bool event(QEvent *e) override;
    void keyPressEvent(QKeyEvent *e) override;
    void wheelEvent(QWheelEvent *e) override;
    void focusInEvent(QFocusEvent *e) override;
    void focusOutEvent(QFocusEvent *e) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;

private:
    bool m_wholeOnClick = false, m_firstClick = false;
};

/// A value with its unit, label above and base line below.
class ValueEntry : public FieldWidget {
    Q_OBJECT
public:
    ValueEntry(Session *session, QWidget *parent, const QString &label = {});
    ~ValueEntry() override;
    void setPointer(const QString &pointer) override;
    void refresh() override;
    /// The value in use when nothing is typed (SI), and why: a class default, a table.
    void settle() override;
    void abandon() override;
    void setFallback(double si, const QString &reason = {});
    void setStanding(const QString &standing) { m_standing = standing; }
    /// Counts what stands in the line a moment after each key, as a trial: Enter keeps it, Escape takes it back.
    void setLive(bool on) { m_wantsLive = on; }
    [[nodiscard]] EntryLine *line() const { return m_line; }
    [[nodiscard]] QString problem() const { return m_problem; }
    QSize sizeHint() const override { return {112, 47}; }

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseMoveEvent(QMouseEvent *e) override;
    void mouseReleaseEvent(QMouseEvent *e) override;
    void resizeEvent(QResizeEvent *) override;

private:
    void begin();
    void commit(bool stepping = false);
    void tryLive();
    void takeLiveBack();
    void step(long steps);
    void showProblem(const QString &sentence, const QStringList &meant);
    QString displayText() const;
    EntryLine *m_line;
    QString m_label, m_standing = QStringLiteral("stated"), m_problem, m_unlikely, m_reason, m_face;
    double m_fallback = notKnown;
    bool m_editing = false, m_wantsLive = false, m_live = false;
    QTimer m_pause;             ///< between the last key and the trial
    nlohmann::json m_untouched; ///< what stood there before the trial
    int m_scrubFrom = -1;
    long m_scrubbed = 0;
    QString m_scrubText;
    QPointer<QFrame> m_bubble; ///< belongs to the window, which may go first
};

/// A choice.
class ChoiceEntry : public FieldWidget {
    Q_OBJECT
public:
    ChoiceEntry(Session *session, QWidget *parent, const QString &label = {});
    void setPointer(const QString &pointer) override;
    void refresh() override;
    /// Shown when nothing is chosen: what counts meanwhile.
    void setFallback(const QString &code) {
        if (m_fallback == code) return;
        m_fallback = code;
        if (!m_pointer.isEmpty()) refresh();
    }
    [[nodiscard]] QComboBox *box() const { return m_box; }

protected:
    bool eventFilter(QObject *o, QEvent *e) override;

private:
    QLabel *m_labelWidget;
    QComboBox *m_box;
    QString m_label, m_fallback;
};

/// Free text, such as a belt code or a bore.
class TextEntry : public FieldWidget {
    Q_OBJECT
public:
    TextEntry(Session *session, QWidget *parent, const QString &label = {});
    ~TextEntry() override;
    void setPointer(const QString &pointer) override;
    void refresh() override;
    void settle() override { commit(); }
    void abandon() override { m_line->disconnect(this); }
    /// Says what is wrong with a text, or nothing.
    void setCheck(std::function<QString(const QString &)> check) { m_check = std::move(check); }
    /// What counts while nothing is typed; shown as such and taken away once it is typed over.
    void setFallback(const QString &text);
    /// Reads what is typed before it is kept (a date as people say it); empty: as typed.
    void setReader(std::function<QString(const QString &)> reader) { m_reader = std::move(reader); }
    [[nodiscard]] EntryLine *line() const { return m_line; }

private:
    void commit();
    std::function<QString(const QString &)> m_reader;
    QString m_fallback;
    QLabel *m_labelWidget;
    EntryLine *m_line;
    QString m_label;
    std::function<QString(const QString &)> m_check;
};

/// The right widget for a field.
FieldWidget *makeField(Session *session, QWidget *parent, const QString &pattern, const QString &label = {});

} // namespace lw
