// Lathewright, the window.
#include "app/stations/drive/drive_page.h"
#include "app/window/bench_book.h"
#include "app/window/main_window.h"
#include "app/window/style.h"
#include "session/user_data.h"
#include <QDeadlineTimer>
#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QSettings>
#include <QStandardPaths>
#include <QStyleFactory>
#include <QTextStream>

int main(int argc, char **argv) {
    using namespace Qt::StringLiterals;
    QElapsedTimer sinceStart;
    sinceStart.start();
    QCoreApplication::setApplicationName(u"lathewright"_s);
    lw::takeOurName();
    // Text scale: chosen in the View menu, taken at the start, as the whole window is drawn by it. What is set outside
    // wins.
    if (const double scale = QSettings().value(u"scale"_s, 1.0).toDouble();
        scale > 1.01 && qEnvironmentVariableIsEmpty("QT_SCALE_FACTOR"))
        qputenv("QT_SCALE_FACTOR", QByteArray::number(scale));
    QApplication app(argc, argv);
    QApplication::setApplicationDisplayName(u"Lathewright"_s);
    QApplication::setApplicationVersion(QStringLiteral(LW_VERSION));
    QApplication::setStyle(QStyleFactory::create(u"Fusion"_s));
    QCommandLineParser options;
    options.setApplicationDescription(
        u"Sizes motors, screws and belts for a machine that is to move by itself, and carries the job."_s);
    options.addHelpOption();
    options.addVersionOption();
    options.addPositionalArgument(u"file"_s, u"a .lathewright job"_s);
    QCommandLineOption demo(u"demo"_s, u"open the demo"_s),
        sample(u"sample"_s, u"open a sample: tarn-mill, beck-lathe, sill-grinder"_s, u"name"_s),
        dark(u"dark"_s, u"dark theme"_s),
        shot(u"picture"_s,
             u"draw STATION (0 board, 1-8) of AXIS into FILE and leave: N:AXIS:FILE, "
             u"N/ROW:AXIS:FILE at a row or card; B:CALCULATION:FILE[:KEY=TYPED...] the bench book"_s,
             u"spec"_s),
        size(u"size"_s, u"width and height of the window, 1280x800"_s, u"WxH"_s), inch(u"inch"_s, u"show inches"_s),
        timing(u"timing"_s, u"print the time to the first paint and leave"_s);
    options.addOptions({demo, sample, dark, shot, size, inch, timing});
    options.process(app);
    lw::loadFonts();
    lw::setDarkTheme(options.isSet(dark));
    const QString folder = lw::dataFolder() + u"/journal"_s;
    const bool once = options.isSet(shot) || options.isSet(timing);
    const QStringList refused = once ? QStringList() : lw::loadOwnCatalogue(lw::dataFolder());
    lw::Session session(once ? QString() : folder);
    lw::MainWindow window(&session);
    if (!once) window.restoreHabits();
    if (options.isSet(inch)) lw::viewUnits().system = lw::UnitSystem::Inch;
    const auto wide = options.value(size).section(u'x', 0, 0).toInt(),
               high = options.value(size).section(u'x', 1).toInt();
    if (wide > 0 && high > 0) window.resize(wide, high);
    const bool shipped = options.isSet(demo) || options.isSet(sample);
    const QString file = shipped ? QString() : options.positionalArguments().value(0);
    window.begin(file, shipped
                           ? [&] { window.openDemo(options.isSet(sample) ? options.value(sample) : u"tarn-mill"_s); }
                           : std::function<void()>());
    window.show();
    if (!refused.isEmpty())
        window.say(u"Own catalogue: "_s + refused.front() +
                   (refused.size() > 1 ? u" And %1 more rows."_s.arg(refused.size() - 1) : QString()));
    for (const auto &beside : options.positionalArguments())
        window.takeFile(beside); // programs and readings beside the job
    if (options.isSet(shot)) {
        for (const auto &spec : options.values(shot)) {
            const auto parts = spec.split(u':');
            if (parts.size() < 3) continue;
            if (parts[0] == u"B"_s) { // the bench book over the drive
                window.showStation(lw::StationId::Drive, "X");
                window.openBook(parts[1].toStdString());
                for (const auto &entry : parts.mid(3))
                    window.book()->enter(entry.section(u'=', 0, 0), entry.section(u'=', 1));
            } else if (parts[0] == u"0"_s)
                window.showBoard();
            else {
                const auto station = lw::StationId(parts[0].section(u'/', 0, 0).toInt());
                window.showStation(station, parts[1].toStdString());
                if (auto *page = window.page(station); page && parts[0].contains(u'/'))
                    page->goTo(parts[0].section(u'/', 1));
            }
            for (int k = 0; k < 3; ++k)
                QApplication::processEvents();
            for (const QDeadlineTimer soon(options.positionalArguments().isEmpty() ? 0 : 400); !soon.hasExpired();)
                QApplication::processEvents(QEventLoop::AllEvents, 50);
            if (auto *drive = qobject_cast<lw::DrivePage *>(window.page(lw::StationId::Drive));
                drive && drive->isVisible() && drive->shown() == lw::DrivePage::View::Sizing)
                for (const QDeadlineTimer whole(60000); drive->sizing()->busy() && !whole.hasExpired();)
                    QApplication::processEvents(QEventLoop::AllEvents, 50);
            window.mendNow();
            for (int k = 0; k < 3; ++k)
                QApplication::processEvents();
            auto *dialog = QApplication::activeModalWidget(); // what a place opened
            (dialog ? dialog : &window)->grab().save(parts[2]);
            if (dialog) dialog->close();
        }
        return 0;
    }
    if (options.isSet(timing)) {
        QApplication::processEvents();
        window.repaint();
        QFile status(u"/proc/self/status"_s); // resident memory, as the kernel counts it
        const QString text = status.open(QIODevice::ReadOnly) ? QString::fromLatin1(status.readAll()) : QString();
        const auto at = text.indexOf(u"VmRSS:"_s);
        const qint64 kB = at < 0 ? 0 : text.mid(at + 6, text.indexOf(u"kB"_s, at) - at - 6).trimmed().toLongLong();
        QTextStream(stdout) << sinceStart.elapsed() << " ms to the first paint, " << (kB + 512) / 1024
                            << " MB resident\n";
        return 0;
    }
    return QApplication::exec();
}
