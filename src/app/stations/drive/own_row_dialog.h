// A part of one's own for the catalogue: its columns as a form, kept in the user's data folder, refused with the
// reason.
#pragma once

#include <QDialog>

class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;

namespace lw {

class OwnRowDialog : public QDialog {
    Q_OBJECT
public:
    /// @param folder the user's data
    OwnRowDialog(QString folder, QWidget *parent);
    /// @param kind "motors"
    void open(const QString &kind);

signals:
    void added(const QString &name);

private:
    void build();
    void add();
    QString m_folder;
    QComboBox *m_kind;
    QFormLayout *m_form;
    QList<QLineEdit *> m_lines;
    QLabel *m_says;
};

} // namespace lw
