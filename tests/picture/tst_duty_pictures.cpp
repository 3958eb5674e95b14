// The drawings of As found and Duty: time and force to scale, grips where the figure says, each inside its area, none
// alike.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "picture/cut_picture.h"
#include "picture/cycle_chart.h"
#include "picture/survey_figures.h"
#include "picture/survey_pictures.h"
#include "picture/travel_map.h"
#include <QGuiApplication>
#include <QImage>
#include <set>

using namespace lw;
using Json = nlohmann::json;

namespace {
struct Read {
    AxisModel m;
    AxisState s;
    Cycle c;
    explicit Read(const Json &job, const char *axis = "X")
        : m(readAxis(job, axis, "A")), s(evaluate(m).state), c(cycleOf(m, s)) {}
};
constexpr QRectF area(20, 20, 700, 340);
/// What a painter leaves on a sheet a little larger than its area.
template <class Paint> QImage onSheet(QSize size, Paint paint) {
    QImage image(size, QImage::Format_RGB32);
    image.fill(theme().sheet);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    paint(p);
    p.end();
    return image;
}
int inkIn(const QImage &image, QRect r) {
    int n = 0;
    r = r.intersected(image.rect());
    for (int y = r.top(); y <= r.bottom(); ++y)
        for (int x = r.left(); x <= r.right(); ++x)
            n += image.pixelColor(x, y) != theme().sheet;
    return n;
}
/// Ink outside the area, a pixel of softness allowed.
int inkOutside(const QImage &image, const QRectF &inside) {
    return inkIn(image, image.rect()) - inkIn(image, inside.toAlignedRect().adjusted(-2, -2, 2, 2));
}
} // namespace

class TestDutyPictures : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { QVERIFY(loadFonts()); }
    void cleanup() { setDarkTheme(false); }

    void timeIsToScale() {
        const Read r(demoJob());
        const auto l = layOutCycle(area, r.m, r.c);
        QCOMPARE(l.blocks.size(), r.c.blocks.size());
        double x = l.stripBand.left();
        for (const auto &b : l.blocks) { // side by side, no gap
            LW_COMPARE_WITHIN(b.strip.left(), x, 1e-6);
            LW_COMPARE_WITHIN(b.force.left(), b.strip.left(), 1e-9);
            LW_COMPARE_WITHIN(b.speed.width(), b.strip.width(), 1e-9);
            QVERIFY(b.strip.width() >= 6.9);
            x += b.strip.width();
        }
        LW_COMPARE_WITHIN(x, l.stripBand.right(), 1e-6);
        // the wide ones in proportion: roughing against facing and finish
        LW_COMPARE_WITHIN(l.blocks[1].strip.width() / l.blocks[3].strip.width(),
                          r.c.blocks[1].time / r.c.blocks[3].time, 0.01);
        LW_COMPARE_WITHIN(l.blocks[5].strip.width() / l.blocks[3].strip.width(),
                          r.c.blocks[5].time / r.c.blocks[3].time, 0.01);
    }
    void pixelsAndSecondsAgree() {
        const Read r(demoJob());
        const auto l = layOutCycle(area, r.m, r.c);
        double before = -1;
        for (double t = 0; t <= r.c.total; t += r.c.total / 200) {
            const double x = l.xAt(r.c, t);
            QVERIFY(x >= before);
            before = x;
            LW_COMPARE_WITHIN(l.timeAt(r.c, x), t, 1e-6 * r.c.total);
        }
        LW_COMPARE_WITHIN(l.timeAt(r.c, -100), 0, 1e-12);
        LW_COMPARE_WITHIN(l.timeAt(r.c, 1e5), r.c.total, 1e-9);
    }
    void forceIsLinearAndSpeedByItsLogarithm() {
        const Read r(demoJob());
        const auto l = layOutCycle(area, r.m, r.c);
        LW_COMPARE_WITHIN(l.yOfForce(0), l.forceBand.bottom(), 1e-9);
        LW_COMPARE_WITHIN(l.yOfForce(0) - l.yOfForce(400), 2 * (l.yOfForce(0) - l.yOfForce(200)), 1e-9);
        QVERIFY(l.yOfForce(r.c.blocks[1].axial) >= l.forceBand.top());
        const double step = l.yOfSpeed(0.002) - l.yOfSpeed(0.004);
        LW_COMPARE_WITHIN(l.yOfSpeed(0.010) - l.yOfSpeed(0.020), step, 1e-9); // twice as fast, the same distance
        LW_COMPARE_WITHIN(l.yOfSpeed(0), l.speedBand.bottom(), 1e-9);
    }
    void unknownTimesGetAShare() {
        auto job = demoJob();
        setAt(job, "/axes/X/duty/moves/02/length_mm", nullptr);
        const Read one(job);
        const auto l = layOutCycle(area, one.m, one.c);
        QVERIFY(!l.blocks[1].known && l.blocks[0].known);
        QVERIFY(l.blocks[1].strip.width() > 40); // wide enough to read and to take hold of
        LW_COMPARE_WITHIN(l.blocks.back().strip.right(), l.stripBand.right(), 1e-6);
        LW_COMPARE_WITHIN(l.xAt(one.c, one.c.blocks[2].from + one.c.blocks[2].time), l.blocks[2].strip.right(), 1e-6);
        for (const auto &[id, row] : job["axes"]["X"]["duty"]["moves"].items())
            for (const char *key : {"length_mm", "time_s"})
                setAt(job, "/axes/X/duty/moves/" + id + "/" + key, nullptr);
        const Read none(job);
        const auto even = layOutCycle(area, none.m, none.c);
        for (const auto &b : even.blocks)
            LW_COMPARE_WITHIN(b.strip.width(), even.stripBand.width() / double(even.blocks.size()), 1e-6);
        QVERIFY(cycleSums(none.c).contains(QStringLiteral("no times")));
    }
    void everyPictureStaysInItsArea_data() {
        QTest::addColumn<bool>("dark");
        QTest::newRow("light") << false;
        QTest::newRow("dark") << true;
    }
    void everyPictureStaysInItsArea() {
        QFETCH(bool, dark);
        setDarkTheme(dark);
        const auto job = demoJob();
        for (const char *axis : {"X", "Y", "Z"}) {
            const Read r(job, axis);
            const auto l = layOutCycle(area, r.m, r.c);
            for (double scrub : {-1.0, 0.0, r.c.total / 2, r.c.total}) {
                const auto image =
                    onSheet({740, 400}, [&](QPainter &p) { paintCycle(p, l, r.m, r.c, 1, scrub, cycleSums(r.c)); });
                QCOMPARE(inkOutside(image, area.adjusted(-4, -12, 8, 14)), 0);
                QVERIFY(inkIn(image, area.toAlignedRect()) > 4000);
            }
            const QRectF small(20, 20, 190, 140);
            for (const auto &cut : r.m.cuts) {
                const auto image = onSheet({240, 190}, [&](QPainter &p) { (void)paintCut(p, small, cut); });
                QVERIFY2(inkIn(image, small.toAlignedRect()) > 500, cut.name.c_str());
                QCOMPARE(inkOutside(image, small.adjusted(-16, -14, 16, 8)), 0);
                const auto metals = sameCutInOtherMetals(cut);
                const QRectF bars(10, 10, 380, otherMetalRow * double(metals.size()));
                QCOMPARE(
                    inkOutside(onSheet({400, 300}, [&](QPainter &p) { paintOtherMetals(p, bars, metals, notKnown); }),
                               bars),
                    0);
            }
            const auto map = surveyMap(job, r.m);
            const QRectF strip(40, 20, 600, 66);
            QCOMPARE(inkOutside(onSheet({680, 110},
                                        [&](QPainter &p) {
                                            paintTravelMap(p, strip, 60, 600, r.m, map, {{0.04, 0}, {0.3, 3e-5}});
                                        }),
                                strip),
                     0);
            const auto stack = rideStack(job, axis);
            const QRectF rides(10, 10, 340, rideRow * double(stack.size()) + 12);
            const auto image = onSheet({360, 140}, [&](QPainter &p) { paintRideStack(p, rides, stack); });
            QVERIFY(inkIn(image, rides.toAlignedRect()) > 300);
            QCOMPARE(inkOutside(image, rides), 0);
        }
    }
    void gripsSayWhatTheyMove() {
        const auto job = demoJob();
        const Read r(job);
        const QRectF a(0, 10, 190, 140);
        const auto gripsOf = [&](const Cut &cut) {
            CutGrips g;
            (void)onSheet({200, 160}, [&](QPainter &p) { g = paintCut(p, a, cut); });
            return g;
        };
        const auto g = gripsOf(r.m.cuts[0]);
        QVERIFY(!g.width.isEmpty() && !g.depth.isEmpty());
        // a millimetre wider moves the grip by what the scale says
        auto wider = r.m.cuts[0];
        wider.mill.width = wider.mill.width + millimetres(1);
        const auto h = gripsOf(wider);
        LW_COMPARE_WITHIN((h.width.center().y() - g.width.center().y()) * g.widthScale, 1e-3, 1e-9);
        auto deeper = r.m.cuts[0];
        deeper.mill.depth = deeper.mill.depth + millimetres(1);
        const auto d = gripsOf(deeper);
        LW_COMPARE_WITHIN((d.depth.center().y() - g.depth.center().y()) * d.depthScale, 1e-3, 2e-4);
        // climb: the cut lies on the other side, so does its grip
        auto climb = r.m.cuts[0];
        climb.mill.mode = MillingMode::Climb;
        const double middle = (190 - 54) / 2.0;
        QVERIFY((g.width.center().x() - middle) * (gripsOf(climb).width.center().x() - middle) < 0);
        // no grips where nothing can be dragged
        QVERIFY(gripsOf(Read(job, "Z").m.cuts[0]).width.isEmpty());
        QVERIFY(gripsOf(Cut{}).width.isEmpty());
    }
    void everyHowToIsADrawingOfItsOwn() {
        std::vector<QImage> seen;
        for (int k = int(HowTo::Pull); k <= int(HowTo::Nose); ++k) {
            const QRectF a(10, 10, 320, 120);
            const auto image = onSheet({340, 140}, [&](QPainter &p) { paintHowTo(p, a, HowTo(k)); });
            QVERIFY2(inkIn(image, a.toAlignedRect()) > 400, qPrintable(QString::number(k)));
            for (const auto &other : seen)
                QVERIFY2(image != other, qPrintable(QString::number(k)));
            seen.push_back(image);
        }
        QCOMPARE(inkIn(onSheet({340, 140},
                               [&](QPainter &p) {
                                   paintHowTo(p, {10, 10, 320, 120}, HowTo::None);
                               }),
                       QRect(0, 0, 340, 140)),
                 0);
    }
    void everySurveyFieldHasItsDrawing() {
        for (int k = 0; k <= int(SurveyCardId::Nose); ++k) {
            const auto &card = surveyCard(SurveyCardId(k));
            for (const auto field : card.fields) {
                const std::string pointer = field.front() == '/' ? std::string(field) : "/axes/X/" + std::string(field);
                if (pointer.ends_with("rides_on") || pointer.ends_with("screw_end") ||
                    pointer.find("guide") != std::string::npos)
                    continue; // said in words
                QVERIFY2(howToOf(pointer) != HowTo::None, pointer.c_str());
            }
        }
    }
    void strutCurveRisesOverTheWeight() {
        std::vector<StrutPlace> curve;
        for (int k = 0; k <= 10; ++k)
            curve.push_back({0.02 * k, 300 + 9.0 * k, 372 - 300 - 9.0 * k});
        const QRectF a(10, 10, 340, 120);
        const auto image = onSheet({360, 140}, [&](QPainter &p) { paintStrutCurve(p, a, curve); });
        QVERIFY(inkIn(image, a.toAlignedRect()) > 500);
        QCOMPARE(inkOutside(image, a), 0);
        QCOMPARE(inkIn(onSheet({360, 140}, [&](QPainter &p) { paintStrutCurve(p, a, {}); }), QRect(0, 0, 360, 140)), 0);
    }
    void paperIsBlackOnWhite() {
        const Read r(demoJob());
        const PrintScope paper;
        QImage image(740, 400, QImage::Format_RGB32);
        image.fill(Qt::white);
        QPainter p(&image);
        paintCycle(p, layOutCycle(area, r.m, r.c), r.m, r.c, -1, -1, {});
        p.end();
        for (int y = 0; y < image.height(); y += 3)
            for (int x = 0; x < image.width(); x += 3) {
                const QColor c = image.pixelColor(x, y);
                QVERIFY(std::abs(c.red() - c.green()) < 40 &&
                        std::abs(c.green() - c.blue()) < 40); // reads well in grey
            }
    }
};

LW_TEST(TestDutyPictures, "tst_duty_pictures")
#include "tst_duty_pictures.moc"
