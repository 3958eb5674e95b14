// Drawings are true to scale, and marks differ by shape, not by colour alone.
#include "test_list.h"
#include "compare.h"
#include "machine/project_file.h"
#include "picture/marks.h"
#include "picture/belt_strip.h"
#include "picture/power_path.h"
#include <QFile>
#include <QGuiApplication>
#include <QImage>
#include <QPaintDevice>
#include <QPaintEngine>
#include <QPainterPath>

using namespace lw;

namespace {
/// Takes what is painted and keeps only how often words were.
class WordCounter : public QPaintDevice {
    class Engine : public QPaintEngine {
    public:
        Engine() : QPaintEngine(QPaintEngine::AllFeatures) {}
        bool begin(QPaintDevice *) override { return true; }
        bool end() override { return true; }
        void updateState(const QPaintEngineState &) override {}
        void drawPixmap(const QRectF &, const QPixmap &, const QRectF &) override {}
        void drawPath(const QPainterPath &) override {}
        void drawPolygon(const QPointF *, int, PolygonDrawMode) override {}
        void drawTextItem(const QPointF &, const QTextItem &) override { ++words; }
        [[nodiscard]] Type type() const override { return QPaintEngine::User; }
        int words = 0;
    };
    mutable Engine m_engine;

public:
    [[nodiscard]] QPaintEngine *paintEngine() const override { return &m_engine; }
    [[nodiscard]] int words() const { return m_engine.words; }

protected:
    [[nodiscard]] int metric(PaintDeviceMetric m) const override {
        return m == PdmWidth || m == PdmHeight ? 1000 : m == PdmDepth ? 32 : m == PdmDevicePixelRatio ? 1 : 96;
    }
};
struct Drawn {
    AxisModel model;
    AxisState state;
    QImage image{1100, 420, QImage::Format_RGB32};
    PowerPathPicture picture;
};
Drawn draw(const char *axis, const char *design, double nut = 0.5, int chosen = 0) {
    QFile f(QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"));
    if (!f.open(QIODevice::ReadOnly)) qFatal("no demo");
    const auto project = readProject(f.readAll().toStdString(), "demo")->project;
    Drawn d;
    d.model = readAxis(project, axis, design);
    d.state = evaluate(d.model).state;
    d.image.fill(theme().sheet);
    QPainter p(&d.image);
    p.setRenderHint(QPainter::Antialiasing);
    d.picture = paintPowerPath(p, {10, 10, 280, 390}, {310, 10, 780, 390}, d.model, d.state, chosen, nut);
    return d;
}
QRectF areaOf(const PowerPathPicture &p, int part) {
    QRectF r;
    for (const auto &a : p.areas)
        if (a.part == part) r |= a.area.boundingRect();
    return r;
}
int pixelsUnlike(const QImage &image, const QColor &ground) {
    int n = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            n += image.pixelColor(x, y) != ground;
    return n;
}
QImage pin(Verdict v, bool begun = true) {
    QImage image(40, 30, QImage::Format_RGB32);
    image.fill(theme().sheet);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    paintPin(p, {5, 15}, v, {26, 13}, begun);
    p.end();
    return image.convertToFormat(QImage::Format_Mono, Qt::ThresholdDither); // shape alone
}
} // namespace

class TestPicture : public QObject {
    Q_OBJECT
private slots:
    /// Beside others a chain is drawn without words, figures and balloons.
    void aPlainChainHasNoWords() {
        const auto d = draw("X", "A");
        const auto words = [&](bool plain) {
            WordCounter counter;
            QPainter p(&counter);
            if (plain)
                paintChainPlain(p, QRectF(0, 0, 400, 90), d.model, d.state);
            else
                paintPowerPath(p, QRectF(0, 0, 240, 300), QRectF(250, 0, 650, 300), d.model, d.state, 0, 0.5);
            p.end();
            return counter.words();
        };
        QCOMPARE(words(true), 0);
        QVERIFY(words(false) > 10);
    }
    void initTestCase() { loadFonts(); }
    void cleanup() { setDarkTheme(false); }

    void tableMovesTrueToScale() { // a fifth of the travel, in the drawing's own scale (at the ends the sheet cuts the
                                   // table off)
        const auto from = draw("X", "A", 0.4), to = draw("X", "A", 0.6);
        QVERIFY(from.picture.sideScale > 0);
        QCOMPARE(from.picture.sideScale, to.picture.sideScale);
        const double moved = std::fabs(areaOf(to.picture, 7).center().x() - areaOf(from.picture, 7).center().x());
        LW_COMPARE_WITHIN(moved / from.picture.sideScale, 0.2 * from.model.travel.v, 1e-6);
        LW_COMPARE_WITHIN((from.picture.tableRight - from.picture.tableLeft) / from.picture.sideScale,
                          from.model.travel.v, 1e-6);
    }
    void slotIsTrueToScale() { // the slot in the end view is as long as it is
        const auto d = draw("X", "A");
        QVERIFY(d.picture.slot.height() > d.picture.slot.width());
        const double length = (d.picture.slot.height() - d.picture.slot.width()) /
                              d.picture.endScale; // between the centres of its round ends
        LW_COMPARE_WITHIN(
            length, d.model.stageAs<ToothedBelt>(0)->slotTo.v - d.model.stageAs<ToothedBelt>(0)->slotFrom.v, 0.3e-3);
    }
    void everyPartCanBePicked() {
        const auto d = draw("X", "A");
        for (int part : {1, 2, 3, 4, 5, 6, 7}) {
            const auto r = areaOf(d.picture, part);
            QVERIFY2(!r.isEmpty(), qPrintable(QString::number(part)));
            QVERIFY2(QRectF(0, 0, 1100, 420).contains(r.center()), qPrintable(QString::number(part)));
        }
        const auto direct = draw("X", "B"); // motor, coupling, bearings, screw, table
        for (int part : {1, 2, 3, 4, 5})
            QVERIFY(!areaOf(direct.picture, part).isEmpty());
        QVERIFY(areaOf(direct.picture, 6).isEmpty());
    }
    void choosingAPartIsSeen() { QVERIFY(draw("X", "A", 0.5, 0).image != draw("X", "A", 0.5, 1).image); }
    void stockBeltsStandWhereTheirCentresAre() {
        const auto d = draw("X", "A");
        QImage image(860, 90, QImage::Format_RGB32);
        image.fill(theme().sheet);
        QPainter p(&image);
        const auto strip = paintBeltStrip(p, {0, 0, 860, 90}, d.model, d.state, 0);
        QVERIFY(strip.stops.size() >= 3);
        int current = 0;
        for (const auto &s : strip.stops) {
            current += s.current;
            LW_COMPARE_WITHIN(s.lengthMm, 5.0 * s.teeth, 1e-9);
            LW_COMPARE_WITHIN(strip.centreAt(s.box.center().x()), s.centre, 3e-3);
            QCOMPARE(s.inSlot, s.centre >= d.model.stageAs<ToothedBelt>(0)->slotFrom.v &&
                                   s.centre <= d.model.stageAs<ToothedBelt>(0)->slotTo.v);
        }
        QCOMPARE(current, 1);
    }
    void anEmptyDesignDrawsWithoutCrashing() {
        for (double nut : {0.0, 0.5, 1.0}) {
            QImage image(600, 300, QImage::Format_RGB32);
            image.fill(theme().sheet);
            QPainter p(&image);
            const AxisModel m;
            const auto picture = paintPowerPath(p, {0, 0, 200, 300}, {200, 0, 400, 300}, m, AxisState{}, 0, nut);
            QVERIFY(picture.areas.size() <= 14);
            paintBeltStrip(p, {0, 0, 600, 80}, m, AxisState{}, 0);
        }
    }
    void marksDifferByShape() {
        const QImage marks[] = {pin(Verdict::Holds), pin(Verdict::Watch), pin(Verdict::Fails), pin(Verdict::NotKnown),
                                pin(Verdict::Holds, false)};
        for (std::size_t a = 0; a < std::size(marks); ++a)
            for (std::size_t b = a + 1; b < std::size(marks); ++b)
                QVERIFY2(marks[a] != marks[b],
                         qPrintable(QStringLiteral("%1 and %2 look alike in black and white").arg(a).arg(b)));
    }
    void rungStandsByTheRatio() {
        // must at 0.34, wanted at 0.62, logarithmic between: equal factors are equal steps
        LW_COMPARE_WITHIN(rungPosition(1.4, 1.4, 2.0), 0.34, 1e-9);
        LW_COMPARE_WITHIN(rungPosition(2.0, 1.4, 2.0), 0.62, 1e-9);
        LW_COMPARE_WITHIN(rungPosition(std::sqrt(1.4 * 2.0), 1.4, 2.0), 0.48, 1e-9);
        double before = -1;
        for (double m : {0.01, 0.2, 0.7, 1.0, 1.5, 3.0, 10.0, 1e6}) {
            const double at = rungPosition(m, 1.4, 2.0);
            QVERIFY(at >= 0 && at <= 1 && at >= before);
            before = at;
        }
    }
    void bothThemesDrawInTheirOwnInk() {
        const auto light = draw("Z", "A");
        setDarkTheme(true);
        const auto dark = draw("Z", "A");
        QVERIFY(light.image != dark.image);
        QVERIFY(pixelsUnlike(dark.image, theme().sheet) > 2000);
        QVERIFY(theme().ink.lightness() > theme().sheet.lightness());
    }
};
LW_TEST(TestPicture, "tst_picture")
#include "tst_picture.moc"
