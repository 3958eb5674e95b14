// Small things every screen uses: labels in our type, flat buttons, rules.
#pragma once

#include "picture/marks.h"
#include "picture/theme.h"
#include <QLabel>
#include <QPushButton>
#include <QWidget>

namespace lw {

/// After the application object: the toolkit has taken the desktop's locale for everything, and figures would come out
/// with its decimal comma. Numbers are spelt the same everywhere here; letters, sorting and file names stay the
/// desktop's.
void settleNumbers();

enum class Ink { Value, Label, Faint, Touch };
/// A label in our type; wraps when asked.
QLabel *makeLabel(const QString &words, int px = 13, Ink ink = Ink::Label, bool bold = false, bool wrap = false,
                  QWidget *parent = nullptr);
void setInk(QLabel *label, Ink ink);
/// Says a wrapped sentence and keeps the height of the longest it said of one thing, so that what stands below stays
/// where the hand left it while the sentence shortens.
class StillLabel : public QLabel {
public:
    using QLabel::QLabel;
    /// @param about what the sentence is about; another one starts anew
    void say(const QString &words, const QString &about);

protected:
    void resizeEvent(QResizeEvent *) override;

private:
    void hold();
    QString m_about;
};
/// Flat text that can be touched; wraps or ends in dots, and never forces its neighbours out of the window.
class LinkButton : public QPushButton {
public:
    LinkButton(const QString &words, bool wraps, QWidget *parent);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;
    int heightForWidth(int w) const override;
    void setColour(const QColor &c) { m_colour = c; }

protected:
    void paintEvent(QPaintEvent *) override;

private:
    bool m_wraps;
    QColor m_colour;
};
StillLabel *makeStillLabel(int px, bool bold, QWidget *parent);
QPushButton *makeLink(const QString &words, QWidget *parent = nullptr, bool bold = false, bool wraps = false);
/// One-pixel rule.
QWidget *makeRule(QWidget *parent = nullptr);
/// The whole application's palette and sheet of styles for the theme in use.
void applyStyle();

/// A mark as a widget; its accessible name is the word.
class MarkWidget : public QWidget {
public:
    explicit MarkWidget(QWidget *parent = nullptr, QSize size = {34, 24});
    void show(Verdict v, bool begun = true);
    using QWidget::show;
    [[nodiscard]] Verdict verdict() const { return m_verdict; }

protected:
    void paintEvent(QPaintEvent *) override;

private:
    Verdict m_verdict = Verdict::NotKnown;
    bool m_begun = true;
};

/// A rung as a widget.
class RungWidget : public QWidget {
public:
    explicit RungWidget(QWidget *parent = nullptr);
    void show(const Finding &f);
    using QWidget::show;

protected:
    void paintEvent(QPaintEvent *) override;

private:
    Finding m_finding;
};

} // namespace lw
