// What is written out, read back: PDF by its text, XLSX by its cells, HTML by its parts; held against the evaluation.
#include "test_list.h"
#include "proof/cycle.h"
#include "proof/words/narrate.h"
#include "survey/cards.h"
#include "book/book.h"
#include "book/formulas.h"
#include "machine/fields.h"
#include "picture/theme.h"
#include "search/result_json.h"
#include "report/report.h"
#include "report/xlsx.h"
#include <QBuffer>
#include <QPdfWriter>
#include <QProcess>
#include <QXmlStreamReader>
#include <QTest>
#include <zip.h>

using namespace lw;
using namespace Qt::StringLiterals;

namespace {
QByteArray fromZip(const QString &path, const char *name) {
    int error = 0;
    auto *z = zip_open(QFile::encodeName(path).constData(), ZIP_RDONLY, &error);
    if (!z) return {};
    QByteArray out;
    if (auto *f = zip_fopen(z, name, 0)) {
        char buffer[4096];
        for (zip_int64_t n; (n = zip_fread(f, buffer, sizeof buffer)) > 0;)
            out.append(buffer, qsizetype(n));
        zip_fclose(f);
    }
    zip_close(z);
    return out;
}
QString pdfText(const QString &path, const QStringList &options = {}) {
    QProcess p;
    p.start(u"pdftotext"_s, options + QStringList{u"-layout"_s, path, u"-"_s});
    p.waitForFinished(30000);
    return QString::fromUtf8(p.readAllStandardOutput());
}
} // namespace

class TestReport : public QObject {
    Q_OBJECT
    std::unique_ptr<Session> open(const char *name) {
        auto s = std::make_unique<Session>();
        s->clock = [] { return std::string("2026-03-12T19:42:10"); };
        if (!s->open(QStringLiteral(LW_SOURCE_DIR "/data/demo/%1.lathewright").arg(QLatin1String(name))).isEmpty())
            return nullptr;
        return s;
    }

private slots:
    void initTestCase() { QVERIFY(loadFonts()); }

    /// Text of the job that looks like the place of a drawing stays text: on paper, in the page, on a job card.
    void textIsNoDrawing() {
        auto s = open("tarn-mill");
        const QString forged = u"[[drawing 9]] \ue0009\ue001 \ufffc [[drawing 99999]]"_s;
        for (const char *place : {"/name", "/axes/X/what", "/parts/X-belt/text", "/parts/X-belt/note"})
            s->setText(QString::fromLatin1(place), forged, u"forged"_s);
        s->apply(
            {{{"/log/2026-03-12T20-00-00", {{"date", "2026-03-12"}, {"kind", "note"}, {"text", forged.toStdString()}}}},
             u"forged"_s});
        QTemporaryDir dir;
        for (const bool cards : {false, true}) {
            const auto report = cards ? makeJobCards(*s) : makeReport(*s);
            for (const char *name : {"x.pdf", "x.html"})
                QVERIFY(writeReport(report, dir.filePath(QString::fromLatin1(name))).isEmpty());
            const auto html = reportHtml(report);
            QVERIFY(html.contains(u"[[drawing 9]]"_s) && html.contains(u"[[drawing 99999]]"_s));
            QVERIFY(!html.contains(QChar(0xE000)) && !html.contains(QChar(0xFFFC)));
            QCOMPARE(html.count(u"<figure"_s),
                     qsizetype(std::count_if(report.drawings.begin(), report.drawings.end(),
                                             [](const auto &d) { return d.html.isEmpty(); })));
            if (!cards) QVERIFY(pdfText(dir.filePath(u"x.pdf"_s)).contains(u"[[drawing 9]]"_s));
        }
    }
    void markupAndControlsAreNeutral() {
        auto s = open("tarn-mill");
        s->setText(u"/name"_s, u"<script>alert(1)</script>\x1b[2J\u202Eevil & \"co\""_s, u"name"_s);
        const auto html = reportHtml(makeReport(*s));
        QVERIFY(!html.contains(u"<script"_s) && !html.contains(u'\x1b') && !html.contains(QChar(0x202E)));
        QVERIFY(html.contains(u"&lt;script&gt;"_s));
    }
    /// Thousands of parts: each stands in the PDF and, as a table, in the page; nothing is cut at a page's end.
    void longListsAreWhole() {
        auto s = open("tarn-mill");
        nlohmann::json parts = nlohmann::json::object();
        for (int k = 0; k < 900; ++k)
            parts["X-own" + std::to_string(k)] = {
                {"axis", "X"},
                {"text", "Screw no. " + std::to_string(10000 + k) +
                             (k % 50 == 7 ? " with a description that is far too long for its column and has to be "
                                            "broken over some lines of it"
                                          : "")},
                {"source", "buy"},
                {"state", "idea"}};
        const auto stored = s->at("/parts");
        for (const auto &[key, value] : stored.items())
            parts[key] = value;
        s->apply({{{"/parts", parts}}, u"many"_s});
        QTemporaryDir dir;
        const auto report = makeReport(*s);
        QVERIFY(writeReport(report, dir.filePath(u"x.pdf"_s)).isEmpty());
        const auto text = pdfText(dir.filePath(u"x.pdf"_s)), html = reportHtml(report);
        for (int k = 0; k < 900; ++k) {
            QVERIFY2(text.contains(QString::number(10000 + k)), qPrintable(QString::number(k)));
            QCOMPARE(html.count(u"no. %1"_s.arg(10000 + k)), qsizetype(1));
        }
        QVERIFY(text.count(u"order by"_s) > 30); // a head over each group of rows
        for (const auto &d : report.drawings)
            QVERIFY(d.size.height() < 1000); // fits a page
    }
    void theCrashIsNoFootnote() {
        const auto s = open("tarn-mill");
        const auto html = reportHtml(makeReport(*s));
        QVERIFY(html.contains(u"Caution"_s) && html.contains(u"stop at rapid"_s));
        QVERIFY(html.contains(u"not before 3200"_s));
    }

    /// Each finding the evaluation gives stands in the PDF with its verdict and its figures.
    void pdfSaysWhatTheEvaluationSays_data() {
        QTest::addColumn<QString>("name");
        for (const char *n : {"tarn-mill", "beck-lathe", "sill-grinder"})
            QTest::newRow(n) << QString::fromLatin1(n);
    }
    void pdfSaysWhatTheEvaluationSays() {
        QFETCH(QString, name);
        auto s = open(name.toLatin1().constData());
        QVERIFY(s);
        QTemporaryDir dir;
        const QString path = dir.filePath(u"r.pdf"_s);
        QCOMPARE(writeReport(makeReport(*s), path), QString());
        // words may be broken over lines: compare without blanks
        auto squeezed = [](QString t) { return t.remove(QRegularExpression(u"[\\s\u00a0]"_s)); };
        const QString all = squeezed(pdfText(path, {u"-raw"_s}));
        QVERIFY(all.size() > 2000);
        const auto json = resultJson(s->project(), false);
        int compared = 0;
        for (const auto &[id, axis] : json.at("axes").items())
            for (const auto &f : axis.at("findings")) {
                const auto sentence = QString::fromStdString(f.at("sentence").get<std::string>());
                QVERIFY2(all.contains(squeezed(sentence)), qPrintable(sentence));
                QVERIFY(all.contains(QString::fromStdString(f.at("id").get<std::string>())));
                ++compared;
            }
        QVERIFY(compared > 10);
        QVERIFY(all.contains(squeezed(QString::fromStdString(s->name().toStdString()))));
    }
    /// A table that turns is told in turns, seconds and angles: no travel, no millimetres a minute.
    void aTableIsToldInItsOwnUnits() {
        auto s = open("tarn-mill");
        QVERIFY(s);
        QTemporaryDir dir;
        const QString path = dir.filePath(u"r.html"_s);
        QVERIFY(writeReport(makeReport(*s), path, QPageSize::A4).isEmpty());
        QFile f(path);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QString html = QString::fromUtf8(f.readAll()).replace(u'\u00a0', u' ');
        const auto from = html.indexOf(u"Axis B: rotary table"_s);
        QVERIFY(from > 0);
        const QString table = html.mid(from, html.indexOf(u"Findings, worst first"_s, from) - from);
        for (const auto &words : {u"3.2 s, 12.2 s"_s, u"5 rpm"_s, u"0.0138 kg·m²"_s, u"5.4 ″"_s, u"55 mm"_s})
            QVERIFY2(table.contains(words), qPrintable(words));
        for (const auto &words : {u"6283"_s, u"mm/min"_s, u"Lead"_s})
            QVERIFY2(!table.contains(words), qPrintable(words));
    }
    /// ISO 216 and ANSI sizes in points: A4 is 595 x 842, letter 612 x 792.
    /// The cards that were begun, the map, the cycle and the cases stand in the report with the window's figures.
    void surveyAndDutyAreInIt() {
        auto s = open("tarn-mill");
        QVERIFY(s);
        QTemporaryDir dir;
        const QString path = dir.filePath(u"r.html"_s);
        QVERIFY(writeReport(makeReport(*s), path, QPageSize::A4).isEmpty());
        QFile f(path);
        QVERIFY(f.open(QIODevice::ReadOnly));
        const QString html = QString::fromUtf8(f.readAll());
        const auto &p = s->proved("X");
        for (const auto *card : surveyCardsOf(p.model, "bench_mill")) {
            const auto r = judgeSurveyCard(s->project(), p.model, p.evaluation, card->id);
            if (r.begun) QVERIFY2(html.contains(text(r.figure).toHtmlEscaped()), r.figure.c_str());
        }
        QVERIFY(html.contains(u"wear, not adjustment"_s));
        QVERIFY(html.contains(u"Cuts 76.1 s, rapids 12.1 s, stands 30 s of 118."_s));
        const auto cycle = cycleOf(p.model, p.evaluation.state);
        for (const auto &b : cycle.blocks)
            QVERIFY(html.contains(text(withUnit(b.time, Dimension::Time, "s"))));
        for (const auto &c : demandCases(p.model, p.evaluation.state))
            QVERIFY2(html.contains(text(withUnit(c.torque, Dimension::Torque, "Nm"))), c.name.c_str());
    }
    void paperSizes() {
        auto s = open("sill-grinder");
        QTemporaryDir dir;
        for (const auto &[paper, size] :
             {std::pair{QPageSize::A4, u"595 x 842"_s}, {QPageSize::Letter, u"612 x 792"_s}}) {
            const QString path = dir.filePath(u"p.pdf"_s);
            QCOMPARE(writeReport(makeJobCards(*s), path, paper), QString());
            QProcess p;
            p.start(u"pdfinfo"_s, {path});
            QVERIFY(p.waitForFinished());
            const QString info = QString::fromUtf8(p.readAllStandardOutput());
            QVERIFY2(info.contains(size), qPrintable(info));
        }
    }
    void jobCardsCarryTheCautions() {
        auto s = open("tarn-mill");
        const auto cards = makeJobCards(*s, "Z");
        QVERIFY(cards.body.contains(u"Block the head"_s));
        QVERIFY(cards.body.contains(u"Local rules"_s));
        QVERIFY(!cards.body.contains(u"Split nut and clamp"_s)); // of another axis
    }
    void printIsBlackOnWhite() {
        const QColor screen = theme().sheet;
        {
            const PrintScope paper;
            QCOMPARE(theme().sheet, QColor(Qt::white));
            QCOMPARE(theme().failsWash, QColor(Qt::white));
            QCOMPARE(theme().fails, QColor(Qt::black));
        }
        QCOMPARE(theme().sheet, screen);
    }
    /// Well-formed, drawings inline, hostile names harmless.
    void htmlIsWellFormedAndSafe() {
        auto s = open("tarn-mill");
        s->setText(u"/name"_s, u"<script>alert(1)</script> & \"mill\""_s, u"name"_s);
        s->setText(u"/parts/X-09/text"_s, u"<img src=x onerror=y>"_s, u"text"_s);
        const QString html = reportHtml(makeReport(*s));
        QVERIFY(!html.contains(u"<script"_s));
        QVERIFY(!html.contains(u"<img"_s));
        QVERIFY(html.contains(u"&lt;script&gt;"_s));
        QVERIFY(html.count(u"<svg"_s) >= 7);
        QVERIFY(!html.contains(u"[[drawing"_s));
        QXmlStreamReader xml(html);
        while (!xml.atEnd())
            xml.readNext();
        QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
    }
    /// ISO/IEC 29500: text cells are shared strings, never formulas; numbers are numbers; sums carry their value.
    void xlsxReadBack() {
        auto s = open("tarn-mill");
        s->setText(u"/parts/X-09/text"_s, u"=HYPERLINK(\"x\")"_s, u"text"_s);
        s->typeInto(u"/parts/X-09/price"_s, u"12.50EUR"_s);
        QTemporaryDir dir;
        const QString path = dir.filePath(u"p.xlsx"_s);
        QCOMPARE(writePartsXlsx(path, s->project(), s->parts()), QString());
        QStringList strings;
        QXmlStreamReader shared(fromZip(path, "xl/sharedStrings.xml"));
        while (!shared.atEnd())
            if (shared.readNextStartElement(); shared.isStartElement() && shared.name() == u"t"_s)
                strings << shared.readElementText();
        QVERIFY(strings.contains(u"=HYPERLINK(\"x\")"_s));
        struct Cell {
            QString ref, type, formula, value;
        };
        std::map<QString, Cell> cells;
        QXmlStreamReader sheet(fromZip(path, "xl/worksheets/sheet1.xml"));
        Cell c;
        while (!sheet.atEnd()) {
            sheet.readNext();
            if (sheet.isStartElement() && sheet.name() == u"c"_s)
                c = {sheet.attributes().value(u"r"_s).toString(), sheet.attributes().value(u"t"_s).toString(), {}, {}};
            if (sheet.isStartElement() && sheet.name() == u"f"_s) c.formula = sheet.readElementText();
            if (sheet.isStartElement() && sheet.name() == u"v"_s) c.value = sheet.readElementText();
            if (sheet.isEndElement() && sheet.name() == u"c"_s) cells[c.ref] = c;
        }
        double sum = 0, prices = 0;
        int rows = 0;
        for (const auto &[ref, x] : cells) {
            if (ref.startsWith(u'C') && x.type == u"s"_s && x.value.toInt() < strings.size())
                rows += !strings[x.value.toInt()].isEmpty();
            if (ref.startsWith(u'C')) QVERIFY(x.formula.isEmpty());
            if (ref.startsWith(u'J') && x.formula.startsWith(u"SUM"_s))
                sum = x.value.toDouble();
            else if (ref.startsWith(u'J') && !x.formula.isEmpty())
                prices += x.value.toDouble();
        }
        QVERIFY(rows > 40);
        double own = 0;
        for (const auto &l : s->parts())
            if (l.price == l.price && l.state != PartState::Dropped) own += l.price * (l.quantity + l.spare);
        QVERIFY(std::fabs(sum - own) < 1e-6);
        QVERIFY(std::fabs(prices - own) < 1e-6);
        QVERIFY(!writePartsXlsx(u"/no/such/folder/p.xlsx"_s, s->project(), s->parts()).isEmpty());
    }
    void commandLineWritesTheSame() {
        QTemporaryDir dir;
        QProcess p;
        p.start(QStringLiteral(LW_BINARY_DIR "/lathewright-cli"),
                {u"report"_s, QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"), u"-o"_s,
                 dir.filePath(u"r.html"_s)});
        QVERIFY(p.waitForFinished(30000));
        QCOMPARE(p.exitCode(), 0);
        QFile f(dir.filePath(u"r.html"_s));
        QVERIFY(f.open(QIODevice::ReadOnly));
        auto s = open("tarn-mill");
        QCOMPARE(QString::fromUtf8(f.readAll()), reportHtml(makeReport(*s)));
        for (const auto &wrong :
             {QStringList{u"report"_s, u"none.lathewright"_s, u"-o"_s, u"x.pdf"_s},
              QStringList{u"report"_s, QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright"), u"-o"_s,
                          u"x.doc"_s}}) {
            p.start(QStringLiteral(LW_BINARY_DIR "/lathewright-cli"), wrong);
            QVERIFY(p.waitForFinished(30000));
            QCOMPARE(p.exitCode(), 2);
            QVERIFY(!p.readAllStandardError().isEmpty());
        }
    }
    /// Each calculation of the book says how it is written down and how far to trust it; what it can change exists.
    void bookIsComplete() {
        for (const auto name : book::names()) {
            const auto *formula = book::formulaOf(name);
            QVERIFY2(formula, std::string(name).c_str());
            bool known = formula->answer.empty();
            for (const auto &f : book::description(name)->at("outputs"))
                known |= f.at("key") == std::string(formula->answer);
            QVERIFY2(known, std::string(name).c_str());
        }
        for (const auto &u : book::designUses()) {
            QVERIFY(book::find(u.calculation));
            bool found = false;
            for (const char *side : {"inputs", "outputs"})
                for (const auto &f : book::description(u.calculation)->at(side))
                    found |= f.at("key") == std::string(u.key);
            QVERIFY2(found, std::string(u.key).c_str());
            std::string field(u.field);
            if (field.rfind("design/", 0) == 0) field = "designs/A/" + field.substr(7);
            QVERIFY2(fieldAt("/axes/X/" + field), field.c_str());
        }
    }
};
LW_TEST(TestReport, "tst_report")
#include "tst_report.moc"
