// Of a long list the rows that have entries on the screen: all while they are few, else a handful with a way to the
// others. Two thousand readings are plotted and judged whole; nobody edits them all at once.
#pragma once

#include <QWidget>
#include <string>
#include <vector>

class QLabel;
class QPushButton;

namespace lw {

class RowSlice : public QWidget {
    Q_OBJECT
public:
    /// @param room rows shown at a time
    RowSlice(std::size_t room, const QString &rowsCalled, QWidget *parent);
    /// The rows to show of all there are; keeps its place while the list changes around it.
    [[nodiscard]] std::vector<std::string> of(const std::vector<std::string> &all);
    /// Moves so that this row is shown; the next of() tells which.
    void reach(const std::string &id) { m_reach = id; }

signals:
    void moved();

private:
    void step(int by);
    std::size_t m_room, m_from = 0, m_all = 0;
    QString m_called;
    std::string m_reach;
    QLabel *m_words;
    QPushButton *m_earlier, *m_later;
};

} // namespace lw
