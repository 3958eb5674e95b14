// The window: menu row, spine, strip, bench, status row. It knows the stations only by their common face.
#pragma once

#include "app/stations/board/board_page.h"
#include "app/window/frame.h"
#include "app/stations/station_page.h"
#include <QMainWindow>
#include <QTimer>
#include <map>

class QStackedWidget;
class QPrinter;
class QMenu;

namespace lw {

class BenchBook;
class FindBar;
class HelpCard;
class HelpWindow;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(Session *session, QWidget *parent = nullptr);
    ~MainWindow() override;
    void openFile(const QString &path);
    /// A file that is not a job: a part program goes to Duty, a table of readings to the station shown; false when it
    /// is neither.
    bool takeFile(const QString &path);
    /// A sample that ships: tarn-mill, beck-lathe, sill-grinder.
    void openDemo(const QString &name = QStringLiteral("tarn-mill"));
    void showBoard();
    void showStation(StationId station, const std::string &axis = {});
    void say(const QString &sentence);
    [[nodiscard]] const std::string &axis() const { return m_axis; }
    [[nodiscard]] bool onBoard() const { return m_onBoard; }
    [[nodiscard]] StationId station() const { return m_station; }
    [[nodiscard]] StationPage *page(StationId station);
    [[nodiscard]] BoardPage *board() const { return m_board; }
    [[nodiscard]] QString status() const;
    /// Asks before losing changes; tests answer for the user.
    std::function<int()> askSave;
    /// A job that a killed program left: open it, leave it for later, or throw it away. Tests answer for the user.
    enum class Left { Open, Later, ThrowAway };
    std::function<Left(const WaitingJournal &)> askLeft;
    /// Its file was changed by another program: whose version counts. Tests answer for the user.
    enum class Whose { Mine, Theirs, Beside, Cancel };
    std::function<Whose()> askWhose;
    /// Offers what killed programs left, one after another, until one is opened; true when one was.
    bool offerLeft(const std::vector<WaitingJournal> &all);
    /// The start: FILE is opened, and what belongs to it offered; with no file all that waits is offered.
    void begin(const QString &file, const std::function<void()> &otherwise);
    /// Where it stood, how large, which theme and units: kept between runs.
    void restoreHabits();
    /// Opens or closes the bench book; at one calculation when named.
    void openBook(const std::string &calculation = {});
    [[nodiscard]] BenchBook *book() const { return m_book; }
    [[nodiscard]] FindBar *findBar() const { return m_find; }
    /// Works out the mends now, without waiting for a quiet moment.
    void mendNow();

protected:
    void keyPressEvent(QKeyEvent *e) override;
    void closeEvent(QCloseEvent *e) override;
    void resizeEvent(QResizeEvent *e) override;
    void showEvent(QShowEvent *e) override;
    void refreshUndo();
    bool takeDigit(QKeyEvent *k);
    bool eventFilter(QObject *o, QEvent *e) override;
    void dragEnterEvent(QDragEnterEvent *e) override;
    void dropEvent(QDropEvent *e) override;
    void changeEvent(QEvent *e) override;

private:
    void buildMenus();
    void refresh();
    void refreshFrame();
    void setTheme(bool dark);
    bool mayLose();
    bool save();
    bool saveAs();
    bool saved(const QString &problem);
    void applyMend(const Mend &mend);
    void stepAxis(int by);
    void pinDesign();
    void swapDesign();
    void removeAxis();
    void copyAxis();
    void moveAxis(int by);
    void nameAxis();
    void find();
    void printPreview();
    void exportReport(bool cards);
    void fillRecent();
    void remember();
    void copyPage();
    void showHelp();
    void openHelp(const QString &title);
    Session *m_session;
    StationSpine *m_spine;
    AxisStrip *m_strip;
    QStackedWidget *m_stack;
    BoardPage *m_board;
    std::map<StationId, StationPage *> m_pages;
    [[nodiscard]] std::map<StationId, StationPage *> &pagesFor(StationId station);
    std::map<StationId, StationPage *> m_rotaryPages; ///< of axes that turn, where a station has another page for them
    QLabel *m_undoWords, *m_status, *m_statusRight;
    std::array<QPushButton *, 4> m_designs; ///< A to D
    BenchBook *m_book;
    FindBar *m_find;
    HelpCard *m_help;
    HelpWindow *m_helpWindow = nullptr; ///< made when first asked for
    QMenu *m_recent = nullptr;
    QAction *m_undo = nullptr, *m_redo = nullptr;
    std::string m_axis;
    StationId m_station = StationId::AsFound;
    bool m_onBoard = true;
    QTimer m_mendTimer;
    std::map<std::string, std::string> m_mendedFor; ///< axis -> what it was worked out for
};

} // namespace lw
