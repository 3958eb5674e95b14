// The parts of the chain in the order the power takes, each with its mark; under them one bar a shaft.
#pragma once

#include "picture/chain_parts.h"
#include "session/session.h"
#include <QWidget>

namespace lw {

class PartsStrip : public QWidget {
    Q_OBJECT
public:
    explicit PartsStrip(QWidget *parent);
    void refresh(const ProvedAxis &proved, const std::vector<ChainPart> &parts, int chosen);
    /// Where a part stands, in the strip; empty when it has none such.
    [[nodiscard]] QRectF rectOf(int number) const;

signals:
    void picked(int number);

protected:
    void paintEvent(QPaintEvent *) override;
    void mousePressEvent(QMouseEvent *e) override;

private:
    struct Shown {
        ChainPart part;
        Verdict verdict;
    };
    struct Bar {
        int first, last; ///< parts on this shaft
        QString words;
    };
    std::vector<Shown> m_parts;
    std::vector<Bar> m_bars;
    int m_chosen = 0;
    QString m_shown; ///< what was painted last, to paint only what has changed
};

} // namespace lw
