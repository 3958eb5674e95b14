// What is printed of a plate is read back and measured: the PDF's pixels, the SVG's size and lines, the DXF's circles.
#include "test_list.h"
#include "compare.h"
#include "core/proof/rare_jobs.h"
#include "proof/checks/plate_of.h"
#include "proof_of.h"
#include "report/plate_print.h"
#include <dl_creationadapter.h>
#include <dl_dxf.h>
#include <QImage>
#include <QProcess>
#include <QTemporaryDir>
#include <QTest>
#include <QXmlStreamReader>
#include <cmath>

using namespace lw;

namespace {
Plate plateOfDemo(const nlohmann::json &job, PlateKind kind = PlateKind::Motor) {
    const auto m = readAxis(job, "X", "A");
    return *plateOfAxis(m, evaluate(m).state, kind);
}
struct Read : DL_CreationAdapter {
    std::vector<std::array<double, 3>> circles, arcs;
    std::vector<std::array<double, 5>> rounds; ///< arcs of the outline with their angles
    std::vector<std::array<double, 4>> outline, folds;
    std::vector<std::string> texts;
    void addCircle(const DL_CircleData &c) override { circles.push_back({c.cx, c.cy, c.radius}); }
    void addArc(const DL_ArcData &a) override {
        if (attributes.getLayer() == "OUTLINE")
            rounds.push_back({a.cx, a.cy, a.radius, a.angle1, a.angle2});
        else
            arcs.push_back({a.cx, a.cy, a.radius});
    }
    void addLine(const DL_LineData &l) override {
        if (attributes.getLayer() == "OUTLINE") outline.push_back({l.x1, l.y1, l.x2, l.y2});
        if (attributes.getLayer() == "FOLD") folds.push_back({l.x1, l.y1, l.x2, l.y2});
    }
    void addText(const DL_TextData &t) override { texts.push_back(t.text); }
};
Read read(const QByteArray &dxf) {
    Read r;
    QTemporaryDir dir;
    QFile f(dir.filePath(QStringLiteral("p.dxf")));
    if (!f.open(QIODevice::WriteOnly)) return r;
    f.write(dxf);
    f.close();
    DL_Dxf reader;
    reader.in(QFile::encodeName(f.fileName()).toStdString(), &r);
    return r;
}
/// Pages of a PDF at 254 dots an inch: ten a millimetre.
std::vector<QImage> pagesOf(const QByteArray &pdf) {
    QTemporaryDir dir;
    QFile f(dir.filePath(QStringLiteral("p.pdf")));
    if (!f.open(QIODevice::WriteOnly)) return {};
    f.write(pdf);
    f.close();
    QProcess run;
    run.start(QStringLiteral("pdftoppm"), {QStringLiteral("-r"), QStringLiteral("254"), QStringLiteral("-gray"),
                                           QStringLiteral("-png"), f.fileName(), dir.filePath(QStringLiteral("page"))});
    run.waitForFinished(60000);
    std::vector<QImage> out;
    for (const auto &name : QDir(dir.path()).entryList({QStringLiteral("*.png")}, QDir::Files, QDir::Name))
        out.emplace_back(dir.filePath(name));
    return out;
}
/// First and last dark pixel of a row.
std::pair<int, int> darkIn(const QImage &page, int y) {
    int first = -1, last = -1;
    for (int x = 0; x < page.width(); ++x)
        if (qGray(page.pixel(x, y)) < 128) {
            if (first < 0) first = x;
            last = x;
        }
    return {first, last};
}
} // namespace

class TestPlatePrint : public QObject {
    Q_OBJECT

private slots:
    void thePdfMeasuresTrue() {
        const auto plate = plateOfDemo(demoJob());
        const auto pages = pagesOf(platePdf(plate, {QStringLiteral("Tarn mill, X"), false, 1}));
        QCOMPARE(pages.size(), std::size_t(1));
        const auto &page = pages[0];
        LW_COMPARE_WITHIN(page.width(), 2100, 2); // A4
        LW_COMPARE_WITHIN(page.height(), 2970, 2);
        // a row between post and shaft: the plate's two edges and the centre line between
        const auto [left, right] = darkIn(page, 100 + 250);
        LW_COMPARE_WITHIN((right - left) / 10.0, 88, 0.5);
        // the bar: rows near the foot where most is black
        int bar = -1, most = 0;
        for (int y = 2600; y < 2900; ++y) {
            int dark = 0;
            for (int x = 0; x < page.width(); ++x)
                dark += qGray(page.pixel(x, y)) < 128;
            if (dark > most) {
                most = dark;
                bar = y;
            }
        }
        const auto [from, to] = darkIn(page, bar);
        LW_COMPARE_WITHIN((to - from) / 10.0, 100, 0.3);
        // a printer that makes 99.6 of 100 is given 100.4
        const auto larger = pagesOf(platePdf(plate, {QStringLiteral("x"), false, printScale(0.0996)}));
        const auto [l2, r2] = darkIn(larger[0], 100 + 250);
        LW_COMPARE_WITHIN((r2 - l2) / 10.0, 88 / 0.996, 0.5);
    }
    void aLongPlateIsLapped() {
        auto job = demoJob();
        put(job, "/axes/X/designs/A/plate/below_mm", "400mm");
        put(job, "/axes/X/designs/A/plate/width_mm", "240mm");
        for (const bool letter : {false, true}) {
            const auto pages = pagesOf(platePdf(plateOfDemo(job), {QStringLiteral("x"), letter, 1}));
            QCOMPARE(pages.size(), std::size_t(4));
            for (const auto &page : pages) // each has its bar
                QVERIFY(page.width() > 2000);
        }
    }
    void theSvgIsOneToOne() {
        const auto plate = plateOfDemo(demoJob());
        const auto svg = plateSvg(plate, {QStringLiteral("Tarn mill, X"), false, 1});
        QXmlStreamReader xml(svg);
        QString width, box;
        while (!xml.atEnd()) {
            xml.readNext();
            if (xml.isStartElement() && xml.name() == QLatin1String("svg")) {
                width = xml.attributes().value(QLatin1String("width")).toString();
                box = xml.attributes().value(QLatin1String("viewBox")).toString();
            }
        }
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
        QVERIFY(width.endsWith(QLatin1String("mm")));
        const double mm = width.chopped(2).toDouble(), units = box.section(QLatin1Char(' '), 2, 2).toDouble();
        LW_COMPARE_WITHIN(units / mm, 10, 0.01); // ten units a millimetre, whatever it is drawn in
    }
    void theDxfHasEveryHole() {
        auto job = demoJob();
        const auto plate = plateOfDemo(job);
        const auto dxf = plateDxf(plate, {QStringLiteral("Tarn mill, X"), false, 1});
        QVERIFY(dxf.contains("$INSUNITS"));
        const auto r = read(dxf);
        QCOMPARE(r.circles.size(), std::size_t(5)); // posts and shaft
        QCOMPARE(r.arcs.size(), std::size_t(10));   // both ends of five slots
        QCOMPARE(r.outline.size(), std::size_t(4));
        double left = 1e9, right = -1e9, low = 1e9, high = -1e9;
        for (const auto &l : r.outline) {
            left = std::min({left, l[0], l[2]});
            right = std::max({right, l[0], l[2]});
            low = std::min({low, l[1], l[3]});
            high = std::max({high, l[1], l[3]});
        }
        LW_COMPARE_WITHIN(right - left, 88, 1e-6);
        LW_COMPARE_WITHIN(high - low, 206, 1e-6);
        for (const auto &h : plate.holes) {
            const auto &list = h.travel > 0 ? r.arcs : r.circles;
            QVERIFY(std::any_of(list.begin(), list.end(), [&](const auto &c) {
                return std::fabs(c[0] - h.x * 1e3) < 1e-6 && std::fabs(c[1] - (h.y + h.travel / 2) * 1e3) < 1e-6 &&
                       std::fabs(c[2] - h.diameter * 500) < 1e-6;
            }));
        }
        // what nobody measured has no circle to drill by
        setAt(job, "/axes/X/designs/A/plate/post/apart_mm", nullptr);
        const auto open = read(plateDxf(plateOfDemo(job), {QStringLiteral("x"), false, 1}));
        QCOMPARE(open.circles.size(), std::size_t(1));
        QCOMPARE(std::count(open.texts.begin(), open.texts.end(), "punch"), 4);
    }
    void foldsAndRoundsAreDrawn() {
        const auto job = platesJob();
        const auto bracket = read(plateDxf(plateOfDemo(job, PlateKind::Bracket), {QStringLiteral("x"), false, 1}));
        QCOMPARE(bracket.folds.size(), std::size_t(1));
        QCOMPARE(bracket.folds[0][1], 45.0);
        QCOMPARE(bracket.circles.size(), std::size_t(11)); // bore, six of the flange, four in the foot
        QVERIFY(std::any_of(bracket.texts.begin(), bracket.texts.end(),
                            [](const auto &t) { return t.find("Fold at the dashed line") != std::string::npos; }));
        const auto cover = read(plateDxf(plateOfDemo(job, PlateKind::Cover), {QStringLiteral("x"), false, 1}));
        // every end of a line of the outline is an end of one of its rounds
        QCOMPARE(cover.rounds.size(), std::size_t(4));
        for (const auto &l : cover.outline)
            for (const auto &[x, y] : {std::pair{l[0], l[1]}, std::pair{l[2], l[3]}})
                QVERIFY(std::any_of(cover.rounds.begin(), cover.rounds.end(), [&](const auto &a) {
                    return std::any_of(a.begin() + 3, a.end(), [&](double degrees) {
                        const double t = degrees * pi / 180;
                        return std::hypot(a[0] + a[2] * std::cos(t) - x, a[1] + a[2] * std::sin(t) - y) < 1e-6;
                    });
                }));
        // and so it is on paper: the widest row of the cover is 120 mm, at its top only the round's end
        const auto pages = pagesOf(platePdf(plateOfDemo(job, PlateKind::Cover), {QStringLiteral("x"), false, 1}));
        const auto [left, right] = darkIn(pages[0], 100 + 1000);
        LW_COMPARE_WITHIN((right - left) / 10.0, 120, 0.5);
        const auto [l2, r2] = darkIn(pages[0], 100 + 50); // 5 mm down: a chord, to the outside of a line 0.3 wide
        LW_COMPARE_WITHIN((r2 - l2) / 10.0, 2 * std::sqrt(60.15 * 60.15 - 54.95 * 54.95), 0.2);
    }
    void theTableNamesEachHole() {
        const auto csv = QString::fromUtf8(plateCsv(plateOfDemo(demoJob())));
        const auto rows = csv.split(QStringLiteral("\r\n"), Qt::SkipEmptyParts);
        QCOMPARE(rows.size(), 11);
        const auto open = QString::fromUtf8(plateCsv(plateOfDemo(demoJob(), PlateKind::Bracket)));
        QVERIFY2(open.contains(QLatin1String("\r\n1,,,nut,0.00,0.00,bore\r\n")),
                 qPrintable(open)); // no guess in it
        QVERIFY2(rows[1].startsWith(QLatin1String("1,6.6,,\"post, M6\",-32.00,30.00,punch")), qPrintable(rows[1]));
    }
};
LW_TEST(TestPlatePrint, "tst_plate_print")
#include "tst_plate_print.moc"
