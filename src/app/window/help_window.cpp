#include "app/window/help_window.h"
#include "app/widgets.h"
#include "picture/marks.h"
#include <QTextBrowser>
#include <QTextFrame>
#include <QTextTable>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
QImage markPicture(Verdict v) {
    QImage picture(34, 18, QImage::Format_ARGB32_Premultiplied);
    picture.fill(Qt::transparent);
    QPainter p(&picture);
    p.setRenderHint(QPainter::Antialiasing);
    paintPin(p, {2, 9}, v);
    return picture;
}
} // namespace

HelpWindow::HelpWindow(const QStringList &keys, QWidget *parent) : QDialog(parent) {
    setObjectName(u"helpWindow"_s);
    setWindowTitle(u"Help"_s);
    resize(860, 560);
    QFile file(u":/help/help.md"_s);
    if (file.open(QIODevice::ReadOnly))
        for (const auto &part : QString::fromUtf8(file.readAll()).split(u"\n## "_s)) {
            const auto end = part.indexOf(u'\n');
            QString title = part.left(end);
            if (title.startsWith(u"## "_s)) title = title.mid(3);
            m_pages.push_back({title, part.mid(end + 1)});
        }
    QString table = u"| key | what it does |\n|---|---|\n"_s;
    for (const auto &line : keys)
        table += u"| %1 | %2 |\n"_s.arg(line.section(u'\t', 0, 0), line.section(u'\t', 1));
    m_pages.push_back({u"Keys"_s, table});

    auto *h = new QHBoxLayout(this);
    auto *left = new QVBoxLayout;
    m_words = new QLineEdit(this);
    m_words->setObjectName(u"helpSearch"_s);
    m_words->setAccessibleName(u"Words to look for in the help"_s);
    m_words->setPlaceholderText(u"Look for …"_s);
    m_words->installEventFilter(this);
    m_list = new QListWidget(this);
    m_list->setObjectName(u"helpPages"_s);
    m_list->setAccessibleName(u"Pages of the help"_s);
    m_list->setFixedWidth(210);
    m_words->setFixedWidth(210);
    left->addWidget(m_words);
    left->addWidget(m_list, 1);
    h->addLayout(left);
    m_text = new QTextBrowser(this);
    m_text->setObjectName(u"helpText"_s);
    m_text->setAccessibleName(u"Help"_s);
    m_text->setFont(face(15));
    m_text->setFrameShape(QFrame::NoFrame);
    h->addWidget(m_text, 1);
    connect(m_words, &QLineEdit::textChanged, this, &HelpWindow::filter);
    connect(m_list, &QListWidget::currentItemChanged, this, [this](QListWidgetItem *item) {
        if (item) show(item->data(Qt::UserRole).toInt());
    });
    filter();
}

void HelpWindow::filter() {
    const QString words = m_words->text().trimmed();
    m_list->clear();
    for (int k = 0; k < int(m_pages.size()); ++k) {
        const auto &page = m_pages[std::size_t(k)];
        if (!words.isEmpty() && !page.title.contains(words, Qt::CaseInsensitive) &&
            !page.markdown.contains(words, Qt::CaseInsensitive))
            continue;
        auto *item = new QListWidgetItem(page.title, m_list);
        item->setData(Qt::UserRole, k);
    }
    m_list->setCurrentRow(0);
    if (!m_list->count()) m_text->setPlainText(u"Nothing in the help says “%1”."_s.arg(words));
}

void HelpWindow::show(int index) {
    const auto &page = m_pages[std::size_t(index)];
    auto *doc = m_text->document();
    for (const auto &[name, v] : {std::pair{u"holds"_s, Verdict::Holds},
                                  {u"watch"_s, Verdict::Watch},
                                  {u"fails"_s, Verdict::Fails},
                                  {u"unknown"_s, Verdict::NotKnown}})
        doc->addResource(QTextDocument::ImageResource, QUrl(u"mark:"_s + name), markPicture(v));
    m_text->setMarkdown(u"## "_s + page.title + u"\n\n"_s + page.markdown);
    for (auto frames = doc->rootFrame()->childFrames(); auto *f : frames)
        if (auto *table = qobject_cast<QTextTable *>(f)) {
            auto format = table->format();
            format.setCellPadding(4);
            format.setBorder(0);
            table->setFormat(format);
        }
    const QString words = m_words->text().trimmed();
    if (words.isEmpty()) return;
    QList<QTextEdit::ExtraSelection> found; // every place it stands
    QTextCharFormat wash;
    wash.setBackground(theme().watchWash);
    for (auto c = doc->find(words); !c.isNull(); c = doc->find(words, c))
        found.push_back({c, wash});
    m_text->setExtraSelections(found);
    if (!found.isEmpty()) {
        auto first = found.front().cursor;
        first.clearSelection();
        m_text->setTextCursor(first);
        m_text->ensureCursorVisible();
    }
}

void HelpWindow::openAt(const QString &title) {
    m_words->clear();
    for (int k = 0; k < m_list->count(); ++k)
        if (m_list->item(k)->text() == title) m_list->setCurrentRow(k);
    QDialog::show();
    raise();
    m_words->setFocus();
}
QStringList HelpWindow::titlesShown() const {
    QStringList out;
    for (int k = 0; k < m_list->count(); ++k)
        out << m_list->item(k)->text();
    return out;
}
QString HelpWindow::shownText() const { return m_text->toPlainText(); }

bool HelpWindow::eventFilter(QObject *o, QEvent *e) {
    if (o == m_words && e->type() == QEvent::KeyPress) { // the list is walked from the search line
        const int key = static_cast<QKeyEvent *>(e)->key();
        if (key == Qt::Key_Down || key == Qt::Key_Up) {
            const int to = m_list->currentRow() + (key == Qt::Key_Down ? 1 : -1);
            m_list->setCurrentRow(std::clamp(to, 0, std::max(0, m_list->count() - 1)));
            return true;
        }
        if (key == Qt::Key_PageDown || key == Qt::Key_PageUp) {
            QApplication::sendEvent(m_text, e);
            return true;
        }
    }
    return QDialog::eventFilter(o, e);
}

} // namespace lw
