// The log and the parts table: verdicts that come by themselves, hours, import and export with hostile cells.
#include "test_list.h"
#include "compare.h"
#include "demo_job.h"
#include "logbook/entry_reader.h"
#include "machine/fields.h"
#include "machine/project_file.h"
#include "catalogue/csv.h"
#include "units/typed.h"
#include <QFile>
#include <QTest>

using namespace lw;
using Json = nlohmann::json;

namespace {} // namespace

class TestLog : public QObject {
    Q_OBJECT
private slots:
    void samplesReadClean() {
        for (const char *name : {"tarn-mill", "beck-lathe", "sill-grinder"}) {
            QFile f(QStringLiteral(LW_SOURCE_DIR "/data/demo/%1.lathewright").arg(QLatin1String(name)));
            QVERIFY(f.open(QIODevice::ReadOnly));
            const auto read = readProject(f.readAll().toStdString(), name);
            QVERIFY2(read.has_value(), read ? "" : read.error().c_str());
            QVERIFY2(read->notes.empty(), read->notes.empty() ? "" : read->notes.front().c_str());
            const auto again = readProject(writeProject(read->project), name);
            QCOMPARE(again->project, read->project);
        }
    }
    void headlineCountsTheDecisions() {
        const auto project = demoJob("beck-lathe");
        const auto entries = logEntries(project, {});
        const auto c = countDecisions(entries);
        QCOMPARE(c.decisions, 9);
        QCOMPARE(c.right, 7);
        QCOMPARE(logHeadline(entries), std::string("Nine decisions: seven right, one dear, one wrong"));
        for (std::size_t k = 1; k < entries.size(); ++k)
            QVERIFY(entries[k - 1].date >= entries[k].date);
        QCOMPARE(logHeadline({}), std::string("Nothing written yet: N begins an entry"));
    }
    /// A decision waits for its figure, and is judged by E_n once that is measured.
    void decisionsAreJudgedByTheirFigure() {
        auto project = demoJob("tarn-mill");
        auto verdict = [&](const PredictionsByAxis &p) {
            for (const auto &e : logEntries(project, p))
                if (e.figure == "lost_motion") return std::pair(e.judged, e.verdict);
            return std::pair(false, Verdict::Fails);
        };
        Prediction q;
        q.key = "lost_motion";
        q.unit = "um";
        q.dimension = Dimension::Length;
        q.is = 47e-6;
        QVERIFY(!verdict({{"X", {q}}}).first); // not measured: open
        q.verdict = Verdict::Fails;
        QCOMPARE(verdict({{"X", {q}}}), std::pair(true, Verdict::Fails));
        q.verdict = Verdict::Holds;
        QCOMPARE(verdict({{"X", {q}}}), std::pair(true, Verdict::Holds));
        QVERIFY(!verdict({{"Y", {q}}}).first); // another axis does not judge it
    }
    void linesWrittenByHandAreUnderstood() {
        const Json project = Json::object();
        const std::string now = "2026-03-12T19:42:10";
        const auto written = [&](const std::string &line, LogKind kind, const std::string &axis) {
            return writtenEntry(project, readEntry(line, kind, {"X", "Y", "Z"}), axis, now);
        };
        auto p = written("learnt: warm the block, 55 C is enough 0.5h", LogKind::Note, "X");
        QCOMPARE(p.value["kind"], Json("learnt"));
        QCOMPARE(p.value["text"], Json("warm the block, 55 C is enough"));
        QCOMPARE(p.value["hours"]["typed"], Json("0.5h"));
        QCOMPARE(p.value["date"], Json("2026-03-12"));
        p = written("shim 0.05 out, tail end now 0.012", LogKind::Measured, "");
        QVERIFY(!p.value.contains("hours"));
        QVERIFY(!p.value.contains("axis"));
        QVERIFY(!p.value.contains("before"));
        const auto second = writtenEntry(patched(project, {p}), readEntry("again", LogKind::Note, {}), "", now);
        QVERIFY(second.pointer != p.pointer); // nothing is overwritten
    }
    void plainWordsAreRead_data() {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("expected"); // kind|axis|figure|before|after|hours|money
        for (const auto &[line, expected] :
             {std::pair{"lost motion X was 0.34, now 0.05, took 1.5 h", "note|X|lost motion|0.34|0.05|1.5h|"},
              {"pull was 110 N, now 85 N", "note||pull|110 N|85 N||"},
              {"0.34 -> 0.05", "note|||0.34|0.05||"},
              {"run-out from 0.08 to 0.02mm after straightening", "note||run-out|0.08|0.02mm||"},
              {"bought the belt for 14 EUR", "bought|||||||14"},
              {"paid €28,50 for two pulleys", "bought|||||||28,50"},
              {"Measured Y's pull 20 min", "measured|Y|pull|||20min|"},
              {"ruined a tap, 0.5h", "ruined|||||0.5h|"},
              {"decided: keep the screw", "decided||||||"},
              {"tomorrow the boxed spindle is due", "note||||||"}, // "boxed" names no axis, "tomorrow" no verb
              {"Tr16x4 nut turned, 2 hours", "made|||||2h|"},      // the size of a thread is no figure
              {"remade 3 shims in 40 min", "note|||||40min|"},     // "remade" is not "made"
              {"12h clock strikes", "note|||||12h|"}})
            QTest::newRow(line) << line << QString::fromLatin1(expected).replace("bought|||||||", "bought||||||");
    }
    void plainWordsAreRead() {
        QFETCH(QString, line);
        QFETCH(QString, expected);
        const auto r = readEntry(line.toStdString(), LogKind::Note, {"X", "Y", "Z"});
        const auto got = std::string(logKindCode(r.kind)) + "|" + r.axis + "|" + r.label + "|" + r.before + "|" +
                         r.after + "|" + r.hours + "|" + r.money;
        QCOMPARE(QString::fromStdString(got), expected);
        // taken back piece by piece it is a note again, all words kept
        std::set<EntryPiece> taken;
        for (const auto &[piece, words] : r.pieces)
            taken.insert(piece);
        const auto plain = readEntry(line.toStdString(), LogKind::Note, {"X", "Y", "Z"}, taken);
        QVERIFY(plain.pieces.empty());
        QCOMPARE(plain.kind, LogKind::Note);
        QCOMPARE(QString::fromStdString(plain.text), line.trimmed());
    }
    void hoursByPhase() {
        const auto project = demoJob("beck-lathe");
        const auto entries = logEntries(project, {});
        double spent = 0, entered = 0;
        for (const auto &e : entries)
            entered += e.hours;
        for (const auto &p : phaseHours({}, entries))
            spent += p.spent;
        LW_COMPARE_WITHIN(spent, entered, 1e-9); // each hour counts in one phase
        LW_COMPARE_WITHIN(entered, 51, 0.3);     // the picture's sum
        QCOMPARE(forecastHours(std::vector<PlannedHours>{{6, 9, true}, {10, 12.5, true}, {8, 3, false}, {12, 0, false}})
                     .remaining,
                 23.875);
        QCOMPARE(forecastHours(std::vector<PlannedHours>{{6, 60, true}}).factor, 1.0); // one done step says nothing yet
    }
    void automaticEntriesSayWhatWasDone() {
        const auto project = demoJob("tarn-mill");
        const std::string now = "2026-03-12T19:42:10";
        const Json reading = {{"typed", "22um"}, {"standing", "measured"}};
        auto e = automaticEntry(project, {{"/axes/X/cards/lost_motion/readings/1-1", reading}}, now);
        QCOMPARE(e.size(), std::size_t(1));
        QCOMPARE(e[0].value["kind"], Json("measured"));
        QCOMPARE(automaticEntry(project, {{"/axes/X/cards/lost_motion/readings/1-2", reading}}, now)[0].pointer,
                 e[0].pointer); // one entry a card and day
        QVERIFY(automaticEntry(project, {{"/axes/X/designs/A/stages/1/code", "375-5M-15"}}, now).empty());
        QVERIFY(automaticEntry(project, {{"/axes/X/survey/run_out_mm", {{"typed", "0.1mm?"}, {"standing", "assumed"}}}},
                               now)
                    .empty()); // a guess is no reading
        e = automaticEntry(project, {{"/axes/X/survey/run_out_mm", {{"typed", "0.06mm"}, {"standing", "measured"}}}},
                           now);
        QCOMPARE(e[0].value["before"], Json("0.048mm"));
        QCOMPARE(e[0].value["after"], Json("0.06mm"));
        const auto parts = partLines(project);
        const auto moved = partMoved(project, parts.front(), PartState::Fitted, now);
        QCOMPARE(moved.back().value["kind"], Json("made"));
    }
    /// RFC 4180, section 2: quotes doubled, commas and line breaks inside quotes, CRLF.
    void tablesKeepToTheRfc() {
        const auto t = readTable("a,b,c\r\n\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,\"y\"\"y\",xxx");
        QVERIFY(t);
        QCOMPARE(t->rows.size(), std::size_t(2));
        QCOMPARE(t->rows[0].cells[1], std::string("b\r\nbb"));
        QCOMPARE(t->rows[1].cells[1], std::string("y\"y"));
        QCOMPARE(t->rows[1].line, 4);
        QVERIFY(!readTable("a,b\n\"open,1"));
        QVERIFY(!readTable(""));
        QCOMPARE(readTable("a;b,c\n1;2")->header.size(), std::size_t(2)); // the first row decides
    }
    void partsGoOutAndComeBack() {
        auto project = demoJob("tarn-mill");
        const std::string hostile = "=1+2;\"two\"\nlines, \xC3\xA9";
        setAt(project, "/parts/X-09/text", hostile);
        setAt(project, "/parts/X-09/note", "@cmd");
        setAt(project, "/parts/X-09/price", {{"typed", "12.50USD"}, {"standing", "stated"}});
        const auto lines = partLines(project);
        const auto csv = partsCsv(lines);
        QVERIFY(csv.find("\"'=1+2") != std::string::npos); // a spreadsheet must not take it for a formula
        const auto in = importParts(project, "\xEF\xBB\xBF" + csv);
        QVERIFY(in);
        QVERIFY2(in->rejected.empty(), in->rejected.empty() ? "" : in->rejected.front().c_str());
        const auto back = partLines(patched(project, in->patches));
        QCOMPARE(back.size(), lines.size());
        for (const auto &a : lines) {
            const auto b = std::find_if(back.begin(), back.end(), [&](const auto &l) { return l.key == a.key; });
            QVERIFY(b != back.end());
            QCOMPARE(b->text, a.text);
            QCOMPARE(b->note, a.note);
            QCOMPARE(b->quantity, a.quantity);
            QCOMPARE(b->order, a.order);
            QCOMPARE(int(b->state), int(a.state));
            QVERIFY(b->price == a.price || (b->price != b->price && a.price != a.price));
            QCOMPARE(b->currency, a.currency);
        }
    }
    void wrongTablesAreTurnedDownRowByRow() {
        const Json project = demoJob("tarn-mill");
        const auto in =
            importParts(project, "text;qty;price;currency;status;colour\nBolt;4;0,35;EUR;idea;blue\n;1;2;EUR;idea;"
                                 "\nNut;two;1;EUR;idea;\nPin;1;-3;EUR;idea;\nCap;1;1;EUR;lost;\nShort;1\n");
        QVERIFY(in);
        QCOMPARE(in->added, 1);
        QCOMPARE(in->rejected.size(), std::size_t(5));
        QVERIFY(in->rejected[0].starts_with("line 3: "));
        QVERIFY(in->rejected[3].find("'lost' is no state") != std::string::npos);
        QCOMPARE(in->patches[0].value["note"], Json("colour: blue"));
        QCOMPARE(readTyped(in->patches[0].value["price"]["typed"].get<std::string>(), Dimension::Money, "EUR")->si,
                 0.35);
        QVERIFY(!importParts(project, "qty,price\n1,2\n")); // nothing says what it is
        QVERIFY(!importParts(project, ""));
    }
    /// Money by hand: 3 x 12.50 USD at 0.9215 is 34.56; the parcel's carriage of 8 USD is 7.37 (ISO 4217: two digits;
    /// yen none).
    void currenciesCarriageAndTax() {
        Json project = {{"currency", "EUR"},
                        {"parts",
                         {{"a",
                           {{"text", "a"},
                            {"axis", "X"},
                            {"order", "O1"},
                            {"qty", {{"typed", "3"}}},
                            {"price", {{"typed", "12.50USD"}, {"standing", "stated"}}}}}}},
                        {"axes", {{"X", {{"letter", "X"}}}}}};
        auto total = [&] { return partTotals(project, partLines(project)); };
        QVERIFY(total().problem.find("USD") != std::string::npos); // no rate: not known, not nothing
        QCOMPARE(total().unpriced, 1);
        setAt(project, "/currencies/USD/rate", {{"typed", "0.9215"}, {"standing", "stated"}});
        LW_COMPARE_WITHIN(total().remaining, 34.56, 1e-9);
        setAt(project, "/orders/O1/carriage", {{"typed", "8USD"}, {"standing", "stated"}});
        LW_COMPARE_WITHIN(total().remaining, 34.56 + 7.37, 1e-9);
        setAt(project, "/orders/O1/tax", {{"typed", "20%"}, {"standing", "stated"}});
        LW_COMPARE_WITHIN(total().remaining, 50.32, 1e-9); // 41.93 and 8.39
    }
    void mismatchIsMendedUnlessOrdered() {
        const auto project = demoJob("tarn-mill");
        auto lines = partLines(project);
        auto belt = std::find_if(lines.begin(), lines.end(), [](const auto &l) { return !l.matches; });
        QVERIFY(belt != lines.end());
        QVERIFY(belt->wanted.find("375") != std::string::npos);
        for (const auto &l : partLines(patched(project, matchPatches(*belt))))
            if (l.key == belt->key) QVERIFY(l.matches);
        belt->state = PartState::Ordered;
        QVERIFY(matchPatches(*belt).empty());
        const auto dear = dearest(project, lines);
        QCOMPARE(dear.front()->key, std::string("B-reducer"));
    }
    /// Every field of the job has a label, help, a unit that is known, and bounds that make sense.
    void everyFieldExplainsItself() {
        for (const auto &f : fieldTable()) {
            const std::string at(f.pattern);
            QVERIFY2(!f.label.empty(), at.c_str());
            QVERIFY2(!f.help.empty(), at.c_str());
            if (f.kind == FieldKind::Value) {
                QVERIFY2(f.most > f.least, at.c_str());
                QVERIFY2(f.unit.empty() || unitInSi(f.unit, f.dimension), at.c_str());
                QVERIFY2(f.hardLeast <= f.least, at.c_str());
            }
            if (f.kind == FieldKind::Choice) QVERIFY2(choicesOf(f).size() >= 2, at.c_str());
            std::string place = "/" + at;
            for (std::size_t k; (k = place.find('*')) != std::string::npos;)
                place.replace(k, 1, "x1");
            QCOMPARE(fieldAt(place), &f);
        }
    }
};
LW_TEST(TestLog, "tst_log")
#include "tst_log.moc"
