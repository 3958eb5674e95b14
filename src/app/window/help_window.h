// Help in the window: first steps, marks, words, keys; its own search.
#pragma once

#include <QDialog>
#include <QString>
#include <vector>

class QLineEdit;
class QListWidget;
class QTextBrowser;

namespace lw {

class HelpWindow : public QDialog {
    Q_OBJECT
public:
    /// @param keys lines of "key<tab>what it does", shown as a page of their own
    HelpWindow(const QStringList &keys, QWidget *parent);
    /// Opens at a page by its title; the first where there is none such.
    void openAt(const QString &title = {});
    [[nodiscard]] QStringList titlesShown() const;
    [[nodiscard]] QString shownText() const;

protected:
    bool eventFilter(QObject *o, QEvent *e) override;

private:
    struct Page {
        QString title, markdown;
    };
    void filter();
    void show(int index);
    std::vector<Page> m_pages;
    QLineEdit *m_words;
    QListWidget *m_list;
    QTextBrowser *m_text;
};

} // namespace lw
