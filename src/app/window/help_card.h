// F1: what a field is, how to measure it, what is usual, with a drawing where words are slow.
#pragma once

#include "picture/survey_pictures.h"
#include <QFrame>

class QLabel;

namespace lw {

class FieldWidget;

class HelpCard : public QFrame {
    Q_OBJECT
public:
    explicit HelpCard(QWidget *parent);
    void showFor(const FieldWidget *field);
    [[nodiscard]] QString words() const;
    [[nodiscard]] HowTo subject() const { return m_subject; }

protected:
    void paintEvent(QPaintEvent *e) override;
    void mousePressEvent(QMouseEvent *) override { hide(); }

private:
    QLabel *m_words;
    HowTo m_subject = HowTo::None;
};

} // namespace lw
