// One finding opened: its sentence, what would mend it, its working, what was put in, and each input's share of the
// doubt.
#pragma once

#include "app/window/style.h"
#include "search/mends.h"
#include "session/session.h"
#include <QScrollArea>
#include <array>

class QVBoxLayout;

namespace lw {

/// What is shown is first described as a list of lines, then put into widgets; those are made anew only when the shape
/// of the list changes, so a keystroke rewrites labels instead of building a page.
class OpenedFinding : public QScrollArea {
    Q_OBJECT
public:
    OpenedFinding(Session *session, QWidget *parent);
    void show(const ProvedAxis &proved, const Finding &f);
    using QWidget::show;
    /// Changes that were tried and help, best first; until they are known the first lever stands there.
    void setMends(const std::vector<Mend> &mends);
    [[nodiscard]] QString words() const;

    struct Line {
        enum class Kind { Words, Rule, Gap, Title, Step, Input, Share } kind = Kind::Words;
        QString left{}, middle{}, right{};
        Ink ink = Ink::Label;
        bool bold = false, assumed = false;
        double share = 0;
        [[nodiscard]] bool sameShape(const Line &o) const {
            return kind == o.kind && ink == o.ink && bold == o.bold && assumed == o.assumed;
        }
    };

signals:
    void mendAsked(int index);

private:
    struct Made {
        QLabel *left = nullptr, *middle = nullptr, *right = nullptr;
        QWidget *bar = nullptr;
    };
    void build();
    Made make(const Line &line);
    void fill();

    Session *m_session;
    MarkWidget *m_mark;
    QLabel *m_sentence, *m_figure, *m_reason, *m_bounds, *m_lever;
    RungWidget *m_rung;
    std::array<QPushButton *, 3> m_mends{};
    QWidget *m_linesHost = nullptr;
    QVBoxLayout *m_layout;
    std::vector<Line> m_lines;
    std::vector<Made> m_made;
};

/// Words of a mend with its price, as a button says it.
QString mendText(const Mend &m, const QString &currency);

} // namespace lw
