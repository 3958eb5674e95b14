// The plate a motor sits on: where its holes lie, the metal left, what it is printed on; held against areas and
// distances found by trying points.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "proof/checks/plate_of.h"
#include "proof_of.h"
#include "shop/parts.h"
#include <QTest>
#include <cmath>

using namespace lw;
using Json = nlohmann::json;

class TestPlate : public QObject {
    Q_OBJECT
    Json m_job;
    void type(const char *key, const char *typed) { put(m_job, std::string("/axes/X/designs/A/plate/") + key, typed); }
    Plate plate() const {
        const auto m = readAxis(m_job, "X", "A");
        return *plateOfAxis(m, evaluate(m).state);
    }
    Verdict verdict(std::string_view code) const {
        const auto m = readAxis(m_job, "X", "A");
        for (const auto &f : evaluate(m).findings)
            if (f.check->code == code) return f.verdict;
        return Verdict::NotKnown;
    }
    static bool open(const PlateHole &h, double x, double y) {
        const double dy = std::max({0.0, h.y - h.travel / 2 - y, y - h.y - h.travel / 2});
        return std::hypot(x - h.x, dy) < h.diameter / 2;
    }

private slots:
    void init() { m_job = demoJob(); }

    void everyHoleWhereItsPartIs() {
        const auto p = plate();
        QCOMPARE(p.holes.size(), std::size_t(10));
        // ISO 273, fine series: 5.3 for M5; NEMA ICS 16: 47.14 mm between the holes of that frame (from memory)
        for (const auto &h : p.holes)
            if (h.kind == HoleKind::Bolt) {
                LW_COMPARE_WITHIN(std::fabs(h.x), 47.14e-3 / 2, 1e-9);
                LW_COMPARE_WITHIN(h.diameter, 5.3e-3, 1e-9);
                LW_COMPARE_WITHIN(h.travel, 19e-3, 1e-9); // 113 to 132
                LW_COMPARE_WITHIN(std::fabs(h.y + 122.5e-3), 47.14e-3 / 2, 1e-9);
            }
        LW_COMPARE_WITHIN(p.centre, 124.75e-3, 1e-9);
        QVERIFY(!p.draft());
    }
    void weightIsWhatIsLeft() {
        const auto p = plate();
        long metal = 0, all = 0;
        const int n = 900;
        for (int i = 0; i < n; ++i)
            for (int k = 0; k < n; ++k) {
                const double x = p.left + (i + 0.5) / n * p.width(), y = p.bottom + (k + 0.5) / n * p.height();
                ++all;
                metal += std::none_of(p.holes.begin(), p.holes.end(), [&](const auto &h) { return open(h, x, y); });
            }
        const double mass = double(metal) / double(all) * p.width() * p.height() * 10e-3 * 2700;
        LW_COMPARE_WITHIN(p.doneMass, mass, 1e-3 * mass);
        QVERIFY(p.blankMass > p.doneMass && p.sawWidth >= p.width() + 2e-3 - 1e-9);
        setAt(m_job, "/axes/X/designs/A/plate/material", "steel");
        LW_COMPARE_WITHIN(plate().doneMass / p.doneMass, 7850.0 / 2700, 1e-9);
    }
    /// The least metal between any two openings by points along both their edges.
    void thinnestWallByTrying() {
        const auto p = plate();
        const auto edge = [](const PlateHole &h, int k, int n) {
            const double a = 2 * pi * k / n, y = std::sin(a);
            return std::pair(h.x + h.diameter / 2 * std::cos(a),
                             h.y + (y >= 0 ? 1 : -1) * h.travel / 2 + h.diameter / 2 * y);
        };
        const int n = 1440;
        for (std::size_t a = 0; a < p.holes.size(); ++a)
            for (std::size_t b = a + 1; b < p.holes.size(); ++b) {
                const auto &x = p.holes[a], &y = p.holes[b];
                if (metalBetween(x, y) > 8e-3) continue;
                double least = 1e9;
                for (int k = 0; k < n; ++k)
                    for (int j = 0; j < n; j += 1) {
                        const auto [ax, ay] = edge(x, k, n);
                        const auto [bx, by] = edge(y, j, n);
                        least = std::min(least, std::hypot(ax - bx, ay - by));
                    }
                // straight flanks of slots have no points between: their ends at the same height do
                QVERIFY2(metalBetween(x, y) <= least + 1e-6, "nearer than told");
            }
        const auto t = thinnestWall(p);
        // pilot slot and a bolt's: their middle lines end 47.14/2 - 19 apart along the belt
        LW_COMPARE_WITHIN(t.metal, std::hypot(23.57e-3, 23.57e-3 - 19e-3) - 38.2e-3 / 2 - 5.3e-3 / 2, 1e-9);
    }
    void entriesMoveVerdicts() {
        QCOMPARE(verdict("PL-01"), Verdict::Watch); // 7.5 mm over a hole of 6.6
        type("above_mm", "40mm");
        QCOMPARE(verdict("PL-01"), Verdict::Holds);
        type("above_mm", "36mm");
        QCOMPARE(verdict("PL-01"), Verdict::Fails);
        type("width_mm", "60mm"); // the posts hang out of it
        QCOMPARE(verdict("PL-01"), Verdict::Fails);
        m_job = demoJob();
        QCOMPARE(verdict("PL-02"), Verdict::Watch);
        put(m_job, "/axes/X/designs/A/motor/pilot_mm", "36mm");
        QCOMPARE(verdict("PL-02"), Verdict::Holds);
        QCOMPARE(verdict("TR-47"), Verdict::Holds);
        put(m_job, "/axes/X/designs/A/motor/face_mm", "42.3mm"); // a tapped face, small screws
        QCOMPARE(verdict("TR-32"), Verdict::NotKnown);
        type("bolt_length_mm", "14mm");
        put(m_job, "/axes/X/designs/A/motor/thread_depth_mm", "4.5mm");
        QCOMPARE(verdict("TR-32"), Verdict::Holds); // 4 mm in, half a millimetre free under it
        type("bolt_length_mm", "16mm");
        QCOMPARE(verdict("TR-32"), Verdict::Fails); // into the winding
        type("washer_mm", "2mm");
        QCOMPARE(verdict("TR-32"), Verdict::Holds);
        setAt(m_job, "/axes/X/designs/A/plate", nullptr); // nobody wrote one: nothing is asked of it
        const auto m = readAxis(m_job, "X", "A");
        for (const auto &f : evaluate(m).findings)
            QVERIFY(!f.check->code.starts_with("PL-") && f.check->code != "TR-47");
    }
    void whatNobodyMeasuredIsADraft() {
        for (const char *key : {"post/apart_mm", "width_mm", "above_mm", "below_mm", "bore_mm"})
            setAt(m_job, std::string("/axes/X/designs/A/plate/") + key, nullptr);
        auto p = plate();
        QVERIFY(!p.holes[0].placed); // punched through: no figure to mark out by
        QVERIFY(p.outlineAssumed);
        QVERIFY(p.draft());                                                        // its bore
        QCOMPARE(toEdge(p, p.holes[0]) >= 1.5 * p.holes[0].diameter - 1e-9, true); // drawn with metal enough
        setAt(m_job, "/axes/X/designs/A/plate/post/how", "measured");
        p = plate();
        QVERIFY(std::find(p.open.begin(), p.open.end(), "where the posts stand") != p.open.end());
        setAt(m_job, "/axes/X/designs/A/motor", nullptr);
        const auto m = readAxis(m_job, "X", "A");
        QVERIFY(!plateOfAxis(m, evaluate(m).state));
    }
    void directMotorsHaveRoundHoles() {
        const auto m = readAxis(m_job, "X", "B"); // ball screw, direct
        const auto p = plateOfAxis(m, evaluate(m).state);
        QVERIFY(p && !p->slotted);
        for (const auto &h : p->holes)
            QCOMPARE(h.travel, 0.0);
        LW_COMPARE_WITHIN(p->centre, 0, 1e-12);
    }
    /// Sheets cover the whole plate, each within its paper, neighbours lapped by twenty millimetres.
    void sheetsCoverThePlate() {
        for (const bool letter : {false, true})
            for (const double w : {0.088, 0.19, 0.26, 0.52})
                for (const double h : {0.206, 0.25, 0.31, 0.7}) {
                    const auto paper = paperSize(letter);
                    const auto sheets = printSheets(w, h, paper, 22e-3);
                    double covered = 0;
                    for (const auto &s : sheets) {
                        QVERIFY(s.width <= paper.width - 2 * paper.margin + 1e-9);
                        QVERIFY(s.height <= paper.height - 2 * paper.margin - 22e-3 + 1e-9);
                        QVERIFY(s.x >= -1e-9 && s.y >= -1e-9 && s.x + s.width <= w + 1e-9 &&
                                s.y + s.height <= h + 1e-9);
                        covered = std::max(covered, s.x + s.width);
                    }
                    LW_COMPARE_WITHIN(covered, w, 1e-9);
                    for (int i = 0; i < 200; ++i) { // any point is on some sheet
                        const double x = w * ((i * 37) % 200 + 0.5) / 200, y = h * ((i * 91) % 200 + 0.5) / 200;
                        QVERIFY(std::any_of(sheets.begin(), sheets.end(), [&](const auto &s) {
                            return x >= s.x && x <= s.x + s.width && y >= s.y && y <= s.y + s.height;
                        }));
                    }
                }
        QCOMPARE(printSheets(0.088, 0.206, paperSize(false), 22e-3).size(), std::size_t(1));
        LW_COMPARE_WITHIN(printScale(99.6e-3), 1.004016, 1e-6);
    }
    void thePlateIsOnTheList() {
        const auto m = readAxis(m_job, "X", "A");
        const auto parts = partsAsked(m, evaluate(m).state);
        const auto it = std::find_if(parts.begin(), parts.end(), [](const auto &p) { return p.ref == "plate"; });
        QVERIFY(it != parts.end());
        QCOMPARE(it->text, std::string("Motor plate, aluminium, saw to 90 × 210 × 10; four posts 34 long"));
        QCOMPARE(it->source, std::string("make"));
    }
};
LW_TEST(TestPlate, "tst_plate")
#include "tst_plate.moc"
