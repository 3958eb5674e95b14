// Bearing block, nut bracket and belt cover: their edges, walls and air held against points tried along the outline,
// what is not known of them, what an entry does to them.
#include "test_list.h"
#include "compare.h"
#include "core/proof/rare_jobs.h"
#include "proof/checks/plate_of.h"
#include "proof_of.h"
#include "shop/parts.h"
#include <QTest>
#include <cmath>

using namespace lw;
using Json = nlohmann::json;

class TestFacePlates : public QObject {
    Q_OBJECT
    Json m_job;
    void type(const char *key, const char *typed) { put(m_job, std::string("/axes/X/designs/A/plates/") + key, typed); }
    void drop(const char *key) { setAt(m_job, std::string("/axes/X/designs/A/plates/") + key, nullptr); }
    std::optional<Plate> plate(PlateKind kind, const char *axis = "X", const char *design = "A") const {
        const auto m = readAxis(m_job, axis, design);
        return plateOfAxis(m, evaluate(m).state, kind);
    }
    /// "holds", "not_known"; empty: nothing is asked.
    std::string verdict(std::string_view code) const {
        const auto m = readAxis(m_job, "X", "A");
        for (const auto &f : evaluate(m).findings)
            if (f.check->code == code) return std::string(verdictCode(f.verdict));
        return {};
    }
    static const PlateHole &first(const Plate &p, HoleKind kind) {
        return *std::find_if(p.holes.begin(), p.holes.end(), [&](const auto &h) { return h.kind == kind; });
    }
    /// Points along the outline of a plate with rounded corners.
    static std::vector<std::pair<double, double>> outline(const Plate &p) {
        std::vector<std::pair<double, double>> out;
        const int n = 1500;
        for (int k = 0; k <= n; ++k) {
            const double t = double(k) / n, c = p.corner;
            const double x = p.left + c + t * (p.width() - 2 * c), y = p.bottom + c + t * (p.height() - 2 * c);
            out.insert(out.end(), {{x, p.top}, {x, p.bottom}, {p.left, y}, {p.right, y}});
            const double a = t * pi / 2;
            for (const double sx : {-1.0, 1.0})
                for (const double sy : {-1.0, 1.0})
                    out.emplace_back((sx > 0 ? p.right - c : p.left + c) + sx * c * std::cos(a),
                                     (sy > 0 ? p.top - c : p.bottom + c) + sy * c * std::sin(a));
        }
        return out;
    }

private slots:
    void init() { m_job = platesJob(); }

    void distancesToARoundedEdgeByTrying() {
        const auto cover = *plate(PlateKind::Cover);
        LW_COMPARE_WITHIN(cover.corner, 60e-3, 1e-9);
        const auto edge = outline(cover);
        int corners = 0;
        for (double x = -58e-3; x < 58e-3; x += 3.7e-3)
            for (double y = -180e-3; y < 68e-3; y += 4.3e-3) {
                if (std::hypot(x, y - 10e-3) > 58e-3 && y > 10e-3) continue; // outside of the round
                if (std::hypot(x, y + 125e-3) > 58e-3 && y < -125e-3) continue;
                PlateHole h;
                h.x = x;
                h.y = y;
                double least = 1e9;
                for (const auto &[ex, ey] : edge)
                    least = std::min(least, std::hypot(ex - x, ey - y));
                LW_COMPARE_WITHIN(toEdge(cover, h), least, 5e-6);
                corners += nearestEdge(cover, h) == PlateEdge::Corner;
            }
        QVERIFY(corners > 50);
    }
    /// From a point to belt and pulleys: the least over circles strung along the line between their middles, whose
    /// radius goes evenly from one to the other, is the hull of both.
    void distancesToTheBeltByTrying() {
        const auto p = *plate(PlateKind::Cover);
        for (double x = -58e-3; x < 58e-3; x += 5.3e-3)
            for (double y = -180e-3; y < 68e-3; y += 6.1e-3) {
                double least = 1e9;
                for (int k = 0; k <= 4000; ++k) {
                    const double t = k / 4000.0;
                    least = std::min(least, std::hypot(x, y + t * p.centre) -
                                                (p.pulleys[1] / 2 * (1 - t) + p.pulleys[0] / 2 * t));
                }
                if (least > 0) LW_COMPARE_WITHIN(fromBelt(p, x, y), least, 1e-6);
            }
        // the pulleys with what sticks out over their teeth: outside of 30 teeth of 5 mm, ISO 13050 (48.7 - 1.14)
        LW_COMPARE_WITHIN(p.pulleys[1], (30 * 5 / pi - 1.14 + 6) * 1e-3, 0.05e-3);
    }
    void theFootIsMeasuredFromItsFold() {
        const auto p = *plate(PlateKind::Bracket);
        QVERIFY(p.folded() && p.footAbove);
        LW_COMPARE_WITHIN(p.fold, 45e-3, 1e-12);
        LW_COMPARE_WITHIN(p.top, 85e-3, 1e-12); // as deep as it is thick
        int foot = 0;
        for (const auto &h : p.holes)
            if (h.kind == HoleKind::Post) {
                ++foot;
                QVERIFY(p.inFoot(h));
                LW_COMPARE_WITHIN(toEdge(p, h), 11e-3, 1e-9); // 40/2 - 18/2
            } else {
                QVERIFY(!p.inFoot(h));
            }
        QCOMPARE(foot, 4);
        // what is sawn is the block, not the folded paper
        LW_COMPARE_WITHIN(p.sawHeight, 80e-3, 1e-12);
        LW_COMPARE_WITHIN(p.blankMass, 0.100 * 0.080 * 0.040 * 2700, 1e-9);
        type("bracket/fix/along_mm", "0mm"); // one row in the middle
        QCOMPARE(std::ranges::count(plate(PlateKind::Bracket)->holes, HoleKind::Post, &PlateHole::kind), 2);
        setAt(m_job, "/axes/X/designs/A/plates/bracket/fix/into", "below");
        const auto stands = *plate(PlateKind::Bracket);
        QVERIFY(stands.folded() && !stands.footAbove);
        LW_COMPARE_WITHIN(stands.fold, -30e-3, 1e-12);
        LW_COMPARE_WITHIN(stands.bottom, -70e-3, 1e-12);
        // how far it stands off is measured, never taken
        drop("bracket/below_mm");
        QCOMPARE(verdict("PL-05"), std::string(verdictCode(Verdict::NotKnown)));
    }
    /// DIN 69051-5, from memory: a flange of 48 over a body of 28 has its six holes on 38; 78 of 93 over 63.
    /// Tapping drills: ISO 2306, from memory, 4.2 for M5, 5.0 for M6, 6.8 for M8.
    void theNutsRingIsTheFlanges() {
        for (const auto &[body, flange, circle, screws] :
             {std::tuple{"28mm", "48mm", 38.0, 6}, {"36mm", "58mm", 47.0, 6}, {"63mm", "93mm", 78.0, 8}}) {
            drop("bracket/ring");
            drop("bracket/bore_mm");
            put(m_job, "/axes/X/designs/A/nut/body_mm", body);
            put(m_job, "/axes/X/designs/A/nut/flange_mm", flange);
            const auto p = *plate(PlateKind::Bracket);
            const auto &ring = first(p, HoleKind::Ring);
            LW_COMPARE_WITHIN(2e3 * std::hypot(ring.x, ring.y), circle, 1e-9);
            QCOMPARE(std::ranges::count(p.holes, HoleKind::Ring, &PlateHole::kind), screws);
            QVERIFY(!ring.placed && ring.how == HoleHow::Punched); // taken from a table: spotted through the flange
            LW_COMPARE_WITHIN(first(p, HoleKind::Shaft).diameter * 1e3, std::atof(body) + 0.2, 1e-9);
            QVERIFY(std::ranges::count(p.open, "the nut's diameter") == 0);
        }
        QCOMPARE(verdict("PL-06"), std::string(verdictCode(Verdict::NotKnown))); // no row passes on a table's circle
        type("bracket/ring/circle_mm", "78mm");
        QCOMPARE(verdict("PL-06"), std::string(verdictCode(Verdict::NotKnown))); // nor on a table's screws
        type("bracket/ring/thread_mm", "8mm");
        QVERIFY(verdict("PL-06") != verdictCode(Verdict::NotKnown));
        setAt(m_job, "/axes/X/designs/A/nut", nullptr);
        const auto p = *plate(PlateKind::Bracket);
        QCOMPARE(std::ranges::count(p.open, "the nut's diameter"), 1);
        QVERIFY(!first(p, HoleKind::Shaft).sized); // drawn, but no figure to bore by
        for (const auto &[thread, drill] : {std::pair{"5mm", 4.2}, {"6mm", 5.0}, {"8mm", 6.8}}) {
            type("bracket/ring/thread_mm", thread);
            LW_COMPARE_WITHIN(first(*plate(PlateKind::Bracket), HoleKind::Ring).diameter * 1e3, drill, 0.06);
        }
    }
    void theBlockTakesBearingsAndPosts() {
        auto p = *plate(PlateKind::Block);
        QCOMPARE(std::ranges::count(p.holes, HoleKind::Tapped, &PlateHole::kind), 4); // of the motor's plate
        const auto motor = *plate(PlateKind::Motor);
        for (std::size_t k = 0, post = 0; k < p.holes.size(); ++k)
            if (p.holes[k].kind == HoleKind::Tapped) {
                LW_COMPARE_WITHIN(p.holes[k].x, motor.holes[post].x, 1e-12);
                LW_COMPARE_WITHIN(p.holes[k].y, motor.holes[post].y, 1e-12);
                // of two that match one is measured and the other punched through it
                QVERIFY((p.holes[k].how == HoleHow::Measured) == (motor.holes[post].how == HoleHow::Punched));
                ++post;
            }
        drop("block/bore_mm");
        setAt(m_job, "/axes/X/designs/A/fixed_end/housing", "35 H7");
        LW_COMPARE_WITHIN(plate(PlateKind::Block)->holes[0].diameter, 35e-3, 1e-9);
        type("block/bore_mm", "32mm"); // what is written of the block itself rules
        LW_COMPARE_WITHIN(plate(PlateKind::Block)->holes[0].diameter, 32e-3, 1e-9);
        drop("block/fix/above_mm"); // where nobody said it stands no edge is told
        QCOMPARE(verdict("PL-03"), std::string(verdictCode(Verdict::NotKnown)));
        QVERIFY(!plate(PlateKind::Block)->draft()); // punched through: it needs no figure
        setAt(m_job, "/axes/X/designs/A/plates/block/fix/how", "measured");
        QVERIFY(plate(PlateKind::Block)->draft());
    }
    void theCoverGoesRoundWhatTurns() {
        drop("cover");
        type("cover/thickness_mm", "1.5mm");
        type("cover/fix/thread_mm", "4mm");
        QVERIFY(!plate(PlateKind::Cover)->draft());
        QCOMPARE(verdict("PL-08"), std::string(verdictCode(Verdict::Holds))); // as it is proposed
        QCOMPARE(verdict("PL-07"), std::string(verdictCode(Verdict::NotKnown)));
        const auto near = *plate(PlateKind::Cover);
        type("cover/gap_mm", "30mm");
        const auto far = *plate(PlateKind::Cover);
        QVERIFY(far.width() > near.width() + 20e-3 && far.height() > near.height() + 20e-3);
        type("cover/gap_mm", "1mm");
        QCOMPARE(verdict("PL-08"), std::string(verdictCode(Verdict::Fails)));
        type("cover/gap_mm", "18mm"); // the motor at the end of longer slots comes nearer its rim
        type("cover/below_mm", "160mm");
        QCOMPARE(verdict("PL-08"), std::string(verdictCode(Verdict::Holds)));
        put(m_job, "/axes/X/designs/A/stages/1/slot_to_mm", "140mm");
        QCOMPARE(verdict("PL-08"), std::string(verdictCode(Verdict::Fails)));
        drop("cover/thickness_mm");
        QCOMPARE(verdict("PL-08"), std::string(verdictCode(Verdict::NotKnown)));
    }
    void onlyWhatTheAxisHas() {
        QVERIFY(!plate(PlateKind::Cover, "X", "B")); // direct: no belt
        QVERIFY(plate(PlateKind::Bracket, "X", "B"));
        QVERIFY(!plate(PlateKind::Block, "B")); // a table has no screw
        m_job = rackJob();
        QVERIFY(!plate(PlateKind::Bracket, "Z"));
        // nothing written: drawn as a proposal, and nothing is asked of it
        m_job = demoJob();
        QVERIFY(plate(PlateKind::Block)->draft());
        for (const char *code : {"PL-03", "PL-04", "PL-05", "PL-06", "PL-07", "PL-08"})
            QVERIFY(verdict(code).empty());
        const auto m = readAxis(platesJob(), "X", "A");
        const auto parts = partsAsked(m, evaluate(m).state);
        for (const char *ref : {"plate", "block", "bracket", "cover"})
            QVERIFY(std::ranges::count(parts, ref, &PartAsked::ref) == 1);
    }
};
LW_TEST(TestFacePlates, "tst_face_plates")
#include "tst_face_plates.moc"
