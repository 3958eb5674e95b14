// The bench book: a drawer over any station. Words find calculations by title, name and inputs; each is a small form
// with its result while typing, its working, source and standing, and what it can change in the design.
#pragma once

#include "session/session.h"
#include <QFrame>
#include <QString>
#include <vector>

class QGridLayout;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QScrollArea;
class QVBoxLayout;

namespace lw {

class BenchBook : public QFrame {
    Q_OBJECT
public:
    BenchBook(Session *session, QWidget *parent);
    void open(const std::string &axis);
    void showCalculation(const std::string &name);
    [[nodiscard]] const std::string &calculation() const { return m_name; }
    /// The result as it stands, or the sentence of what is missing.
    [[nodiscard]] QString result() const;
    /// Types into one of the entries, by the key of the input.
    void enter(const QString &key, const QString &typed);
    /// Puts what can be used into the design, one undo.
    void use();
    QStringList found() const;

signals:
    void closed();
    void said(const QString &sentence);

protected:
    bool eventFilter(QObject *o, QEvent *e) override;
    void keyPressEvent(QKeyEvent *e) override;

private:
    struct Input {
        std::string key;
        nlohmann::json field;
        QWidget *widget;
        QLabel *problem;
    };
    void find();
    void buildForm();
    void compute();
    [[nodiscard]] nlohmann::json readInputs(QString *problem);
    [[nodiscard]] nlohmann::json startValue(const nlohmann::json &field) const;
    Session *m_session;
    std::string m_axis, m_name;
    QLineEdit *m_words;
    QLabel *m_count, *m_title, *m_big, *m_bigLabel, *m_outputs, *m_notes, *m_formula, *m_source, *m_trust, *m_useWords;
    QListWidget *m_list;
    QScrollArea *m_scroll;
    QWidget *m_form;
    QGridLayout *m_grid;
    QPushButton *m_use;
    std::vector<Input> m_inputs;
    nlohmann::json m_outputsJson;
};

} // namespace lw
