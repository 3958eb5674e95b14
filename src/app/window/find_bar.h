// Ctrl+F: one line that finds a part, a step, an entry, a finding or a field, and goes there.
#pragma once

#include <QFrame>
#include <functional>
#include <vector>

class QLineEdit;
class QListWidget;

namespace lw {

class FindBar : public QFrame {
    Q_OBJECT
public:
    struct Hit {
        QString words, where;
        std::function<void()> go;
    };
    explicit FindBar(QWidget *parent);
    /// Opens with all there is to find; what is typed narrows it.
    void open(std::vector<Hit> all);
    [[nodiscard]] int shownHits() const;

protected:
    bool eventFilter(QObject *o, QEvent *e) override;

private:
    void narrow();
    void go();
    QLineEdit *m_line;
    QListWidget *m_list;
    std::vector<Hit> m_all;
    std::vector<std::size_t> m_shown;
};

} // namespace lw
