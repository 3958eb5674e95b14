// The source itself: lines within the limit of .clang-format, and folders of the core that depend one way only.
#include "test_list.h"
#include <QDirIterator>
#include <QTest>
#include <map>
#include <set>

class TestSource : public QObject {
    Q_OBJECT
private:
    template <class Visit> static void eachFile(const QStringList &folders, Visit visit) {
        for (const auto &folder : folders)
            for (QDirIterator it(QStringLiteral(LW_SOURCE_DIR "/") + folder,
                                 {QStringLiteral("*.cpp"), QStringLiteral("*.h")}, QDir::Files,
                                 QDirIterator::Subdirectories);
                 it.hasNext();) {
                QFile f(it.next());
                if (f.open(QIODevice::ReadOnly)) visit(f.fileName(), QString::fromUtf8(f.readAll()));
            }
    }

private slots:
    void linesStayWithinTheLimit() {
        int files = 0;
        QStringList longer;
        eachFile({QStringLiteral("src"), QStringLiteral("tests"), QStringLiteral("bench")},
                 [&](const QString &name, const QString &text) {
                     ++files;
                     int number = 0;
                     for (const auto &line : text.split(QLatin1Char('\n'))) {
                         ++number;
                         if (line.size() > 120) longer << name + QLatin1Char(':') + QString::number(number);
                     }
                 });
        QVERIFY(files > 200);
        QVERIFY2(longer.isEmpty(), qPrintable(longer.join(QLatin1Char('\n'))));
    }

    /// A folder of the core never needs, by whatever way, a folder that needs it.
    void coreFoldersDependOneWay() {
        std::map<QString, std::set<QString>> needs;
        const QString core = QStringLiteral(LW_SOURCE_DIR "/src/core/");
        static const QRegularExpression include(QStringLiteral("^#include \"([a-z_]+)/"),
                                                QRegularExpression::MultilineOption);
        eachFile({QStringLiteral("src/core")}, [&](const QString &name, const QString &text) {
            const QString own = name.mid(core.size()).section(QLatin1Char('/'), 0, 0);
            for (auto it = include.globalMatch(text); it.hasNext();)
                if (const auto other = it.next().captured(1); other != own) needs[own].insert(other);
        });
        QVERIFY(needs.size() > 8);
        for (bool grew = true; grew;) {
            grew = false;
            for (auto &[folder, others] : needs)
                for (const auto &other : std::set<QString>(others))
                    for (const auto &further : needs[other])
                        grew |= others.insert(further).second;
        }
        for (const auto &[folder, others] : needs)
            QVERIFY2(!others.contains(folder), qPrintable(folder + QStringLiteral(" depends on itself in a round")));
    }
};
LW_TEST(TestSource, "tst_source")
#include "tst_source.moc"
