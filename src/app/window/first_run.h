// The first evening: what do you have? The classes at one scale; one Enter sets up the axes. Samples, recent jobs, a
// place to drop a file. No chain of questions.
#pragma once

#include "app/window/style.h"
#include <QWidget>
#include <vector>

class QVBoxLayout;

namespace lw {

/// A job that was open before: where it is, what it said.
struct RecentJob {
    QString path, name, words, when;
    int verdict = -1;
};
std::vector<RecentJob> recentJobs();
void rememberJob(const RecentJob &job);

/// The classes side by side on one floor, one scale, with a metre at the left.
class MachineRow : public QWidget {
    Q_OBJECT
public:
    explicit MachineRow(QWidget *parent);
    [[nodiscard]] QString current() const;
    void choose(int k);
    [[nodiscard]] int count() const;
    QSize sizeHint() const override { return {1100, 350}; }

signals:
    void chosen(const QString &machineClass);

protected:
    void paintEvent(QPaintEvent *) override;
    void keyPressEvent(QKeyEvent *e) override;
    void mousePressEvent(QMouseEvent *e) override;
    void mouseDoubleClickEvent(QMouseEvent *e) override;

private:
    [[nodiscard]] QRectF box(int k) const;
    int m_current = 0;
};

class FirstRunPage : public QWidget {
    Q_OBJECT
public:
    explicit FirstRunPage(QWidget *parent);
    void refresh();
    [[nodiscard]] MachineRow *row() const { return m_row; }

signals:
    void machineChosen(const QString &machineClass);
    void sampleAsked(const QString &name);
    void fileAsked(const QString &path);
    void openAsked();
    void emptyAsked();

private:
    MachineRow *m_row;
    QVBoxLayout *m_recent;
};

} // namespace lw
