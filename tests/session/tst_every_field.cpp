// Every field of the table through the one door for edits: usual values are taken and read back, nonsense is refused
// with a sentence and leaves nothing behind, and any run of edits undone is the job it began with.
#include "test_list.h"
#include "compare.h"
#include "machine/fields.h"
#include "machine/known.h"
#include "machine/project_file.h"
#include "proof/evaluate.h"
#include "session/session.h"
#include <QTest>
#include <random>

using namespace lw;
using namespace Qt::StringLiterals;

namespace {
/// A place of a pattern: ids are filled in, axes X, design A.
QString placeOf(const FieldSpec &f) {
    QStringList parts;
    const auto names = QString::fromUtf8(f.pattern.data(), qsizetype(f.pattern.size())).split(u'/');
    for (qsizetype k = 0; k < names.size(); ++k) {
        if (names[k] != u"*"_s)
            parts << names[k];
        else
            parts << (k && names[k - 1] == u"axes"_s       ? u"X"_s
                      : k && names[k - 1] == u"designs"_s  ? u"A"_s
                      : k && names[k - 1] == u"readings"_s ? u"45"_s
                                                           : u"07"_s);
    }
    return u"/"_s + parts.join(u'/');
}
QString unitOf(const FieldSpec &f) { return QString::fromUtf8(f.unit.data(), qsizetype(f.unit.size())); }
std::unique_ptr<Session> demoSession() {
    auto s = std::make_unique<Session>();
    s->clock = [] { return std::string("2026-03-12T19:42:10"); };
    if (!s->open(QStringLiteral(LW_SOURCE_DIR "/data/demo/tarn-mill.lathewright")).isEmpty()) return nullptr;
    return s;
}
} // namespace

class TestEveryField : public QObject {
    Q_OBJECT
private slots:
    void placesFindTheirField() {
        for (const auto &f : fieldTable()) {
            const auto *found = fieldAt(placeOf(f).toStdString());
            QVERIFY2(found == &f, qPrintable(placeOf(f)));
        }
        QVERIFY(!fieldAt("/axes/X/no_such"));
        QVERIFY(!fieldAt(""));
        QVERIFY(!fieldAt("/"));
    }
    void usualValuesAreTakenAndReadBack() {
        auto s = demoSession();
        QVERIFY(s);
        int tried = 0;
        for (const auto &f : fieldTable()) {
            if (f.kind != FieldKind::Value) continue;
            const QString place = placeOf(f);
            const double own = unitInSi(f.unit, f.dimension).value_or(1.0);
            for (double share : {0.1, 0.5, 0.9}) {
                double v = f.least + share * (f.most - f.least);
                if (f.dimension == Dimension::Count) v = std::round(v);
                if (f.hardAbove && v <= f.hardLeast) continue;
                const QString typed = QString::number(v, 'g', 6) + unitOf(f);
                const auto problem = s->typeInto(place, typed);
                QVERIFY2(problem.isEmpty(), qPrintable(place + u": "_s + typed + u" "_s + problem));
                const auto known = knownAt(s->project(), place.toStdString());
                QVERIFY2(known.known(), qPrintable(place));
                // degrees Celsius have an offset, the rest is a factor
                if (f.dimension != Dimension::Temperature)
                    LW_COMPARE_WITHIN(known.v, QString::number(v, 'g', 6).toDouble() * own,
                                      1e-9 * std::max(1e-12, std::fabs(known.v)));
                ++tried;
            }
            QVERIFY(s->typeInto(place, QString()).isEmpty()); // blank: not known
            QVERIFY(!knownAt(s->project(), place.toStdString()).known());
        }
        QVERIFY(tried > 300);
    }
    void nonsenseIsRefusedAndLeavesNothing() {
        auto s = demoSession();
        QVERIFY(s);
        const auto before = s->project();
        const int steps = s->undoStack()->count();
        for (const auto &f : fieldTable()) {
            if (f.kind != FieldKind::Value) continue;
            const QString place = placeOf(f);
            QStringList wrong{u"twelve"_s, u"1e999"_s, u"1//2"_s, u"(3"_s, u"5 parsec"_s, u"--1"_s};
            if (f.hardLeast > -1e8) wrong << QString::number(f.hardLeast - 1) + unitOf(f);
            if (f.hardAbove) wrong << QString::number(f.hardLeast) + unitOf(f);
            for (const auto &text : wrong) {
                const auto problem = s->typeInto(place, text);
                QVERIFY2(!problem.isEmpty(), qPrintable(place + u" took "_s + text));
                QVERIFY2(problem.size() > 12 && (problem.endsWith(u'.') || problem.endsWith(u'?')),
                         qPrintable(place + u": "_s + problem));
            }
        }
        QVERIFY(s->project() == before);
        QCOMPARE(s->undoStack()->count(), steps);
        QVERIFY(!s->typeInto(u"/axes/X/no_such"_s, u"5"_s).isEmpty());
    }
    void otherDimensionsAreRefused() { // newtons into millimetres and the like
        auto s = demoSession();
        for (const auto &f : fieldTable()) {
            if (f.kind != FieldKind::Value || f.unit.empty()) continue;
            const QString other =
                f.dimension == Dimension::Length || f.dimension == Dimension::Lead ? u"5N"_s : u"5mm"_s;
            if (f.dimension == Dimension::Money || f.dimension == Dimension::Number) continue;
            QVERIFY2(!s->typeInto(placeOf(f), other).isEmpty(), qPrintable(placeOf(f) + u" took "_s + other));
        }
    }
    void everyChoiceCanBeReadByTheProof() {
        auto s = demoSession();
        for (const auto &f : fieldTable()) {
            if (f.kind != FieldKind::Choice) continue;
            const QString place = placeOf(f);
            const bool axis = place.startsWith(u"/axes/X/"_s);
            for (const auto &option : choicesOf(f)) {
                s->setText(place, QString::fromStdString(option.code), u"choice"_s);
                QVERIFY2(!option.label.empty() && choiceLabel(f, option.code) == option.label, qPrintable(place));
                if (axis) QVERIFY2(!s->proved("X").evaluation.findings.empty(), option.code.c_str());
            }
            s->setText(place, QString(), u"choice"_s);
            // a file with the codes in it opens again
            const auto text = writeProject(s->project());
            QVERIFY2(readProject(text, "again").has_value(), qPrintable(place));
        }
    }
    void anyRunOfEditsUndone_data() {
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1; seed <= 6; ++seed)
            QTest::newRow(qPrintable(QString::number(seed))) << seed;
    }
    void anyRunOfEditsUndone() {
        QFETCH(unsigned, seed);
        auto s = demoSession();
        const auto before = s->project();
        std::mt19937 random(seed);
        const auto fields = fieldTable();
        int taken = 0;
        for (int k = 0; k < 250; ++k) {
            const auto &f = fields[random() % fields.size()];
            const QString place = placeOf(f);
            switch (f.kind) {
            case FieldKind::Value: {
                const double v = f.least + double(random() % 1000) / 1000 * (f.most - f.least);
                taken += s->typeInto(place, random() % 6
                                                ? QString::number(f.dimension == Dimension::Count ? std::round(v) : v,
                                                                  'g', 4) +
                                                      unitOf(f)
                                                : QString())
                             .isEmpty();
                break;
            }
            case FieldKind::Choice: {
                const auto options = choicesOf(f);
                s->setText(place, QString::fromStdString(options[random() % options.size()].code), u"choice"_s);
                break;
            }
            case FieldKind::Text: s->setText(place, random() % 3 ? u"text %1"_s.arg(k) : QString(), u"text"_s); break;
            }
            if (k % 40 == 0)
                for (const auto &axis : s->axes())
                    QVERIFY(!s->proved(axis).evaluation.findings.empty());
            if (random() % 12 == 0 && s->undoStack()->canUndo()) s->undoStack()->undo();
        }
        QVERIFY(taken > 30);
        const auto after = s->project();
        const int at = s->undoStack()->index();
        while (s->undoStack()->canUndo())
            s->undoStack()->undo();
        QVERIFY(s->project() == before);
        while (s->undoStack()->index() < at)
            s->undoStack()->redo();
        QVERIFY(s->project() == after);
        // what was written can be read, and is the same
        const auto read = readProject(writeProject(after), "again");
        QVERIFY2(read.has_value(), read ? "" : read.error().c_str());
    }
    void anEditProvesOnlyWhatItTouches() {
        auto s = demoSession();
        const auto *x = &s->proved("X"), *y = &s->proved("Y");
        s->typeInto(u"/axes/X/targets/rapid_mm_min"_s, u"2400"_s);
        QCOMPARE(&s->proved("Y"), y); // the saddle was not proved again
        x = &s->proved("X");
        s->typeInto(u"/baseline/nose_mm"_s, u"0.01mm"_s); // a baseline changes no proof
        QCOMPARE(&s->proved("X"), x);
        s->typeInto(u"/handwheel/detents"_s, u"50"_s);
        QCOMPARE(&s->proved("X"), x);
        // a casting that rides on the saddle does
        const double before = s->proved("Y").model.mass.v;
        s->typeInto(u"/axes/X/survey/moving_mass/02/mass_kg"_s, u"20.4kg"_s);
        LW_COMPARE_WITHIN(s->proved("Y").model.mass.v, before + 10, 1e-9);
        s->setText(u"/axes/X/rides_on"_s, QString(), u"rides on"_s);
        QVERIFY(s->proved("Y").model.mass.v < before);
    }
    void heldProofOutlivesTheEdit() {
        auto s = demoSession();
        const auto held = s->provedHeld("X");
        const double pull = held->model.pull.v;
        s->typeInto(u"/axes/X/survey/pull/readings/07/away_N"_s, u"200N"_s);
        (void)s->proved("X");
        QCOMPARE(held->model.pull.v, pull); // what a page holds stays what it was
        QCOMPARE(s->proved("X").model.pull.v, 200.0);
    }
};

LW_TEST(TestEveryField, "tst_every_field")
#include "tst_every_field.moc"
