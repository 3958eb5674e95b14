#include "report/plate_print.h"
#include "catalogue/csv.h"
#include "picture/plate_picture.h"
#include "picture/theme.h"
#include "units/plain_number.h"
#include <dl_dxf.h>
#include <QBuffer>
#include <QFile>
#include <QPdfWriter>
#include <QSvgGenerator>
#include <QTemporaryFile>
#include <cmath>
#include <memory>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
constexpr double footRoom = 22e-3; ///< m at the foot of a sheet: bar and words
QString words(const Plate &plate, const PlatePaper &paper) {
    QString w = paper.title + u", "_s + QString::number(plate.thickness * 1e3) + u" mm thick"_s;
    if (plate.folded()) w += u".  Fold at the dashed line, round the edge of the foot"_s;
    if (plate.draft()) w += u".  DRAFT, not known: "_s + text(plate.open.front());
    return w;
}
void drawWords(QPainter &p, QPointF at, const QString &line, double width) {
    QFont f = face(10);
    f.setPixelSize(3); // the painter's unit is a millimetre
    p.setFont(f);
    p.setPen(Qt::black);
    p.drawText(QRectF(at, QSizeF(width, 9)), Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, line);
}
void drawCross(QPainter &p, QPointF at) {
    p.setPen(QPen(Qt::black, 0.2));
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(at, 2, 2);
    p.drawLine(at - QPointF(4, 0), at + QPointF(4, 0));
    p.drawLine(at - QPointF(0, 4), at + QPointF(0, 4));
}
} // namespace

PlatePaper paperFor(const QString &job, const AxisModel &m, PlateKind kind) {
    const auto *said = m.plate.get();
    return {u"%1, %2: %3"_s.arg(job, text(m.id), text(plateName(kind).title).toLower()), said && said->letter,
            said && said->bar.known() ? printScale(said->bar.v) : 1};
}

QByteArray platePdf(const Plate &plate, const PlatePaper &paper) {
    const auto size = paperSize(paper.letter);
    const auto sheets = printSheets(plate.width() * paper.scale, plate.height() * paper.scale, size, footRoom);
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter writer(&buffer);
    writer.setPageSize(QPageSize(paper.letter ? QPageSize::Letter : QPageSize::A4));
    writer.setPageMargins(QMarginsF(0, 0, 0, 0));
    writer.setResolution(1200);
    writer.setTitle(paper.title);
    const PrintScope print;
    QPainter p(&writer);
    const double unit = 1200 / 25.4, margin = size.margin * 1e3;
    int rows = 0, columns = 0;
    for (const auto &s : sheets) {
        rows = std::max(rows, s.row + 1);
        columns = std::max(columns, s.column + 1);
    }
    for (std::size_t k = 0; k < sheets.size(); ++k) {
        if (k) writer.newPage();
        const auto &s = sheets[k];
        p.save();
        p.scale(unit, unit);
        const double w = s.width * 1e3, h = s.height * 1e3;
        p.save();
        p.translate(margin, margin);
        p.setClipRect(QRectF(-margin + 1, -margin + 1, w + 2 * margin - 2, h + 2 * margin - 2));
        p.scale(paper.scale, paper.scale);
        p.translate(-s.x * 1e3 / paper.scale,
                    -(plate.height() * 1e3 - (s.y * 1e3 + h) / paper.scale)); // from the plate's top
        paintPlateLines(p, plate);
        p.restore();
        // where sheets join: a cross in the middle of the lap, at both ends of it
        const double lap = sheetLap * 1e3;
        p.setPen(QPen(Qt::black, 0.15, Qt::DashLine));
        for (const bool below : {false, true})
            if (below ? s.row + 1 < rows : s.row > 0) {
                const double y = margin + (below ? h - lap / 2 : lap / 2);
                p.setPen(QPen(Qt::black, 0.15, Qt::DashLine));
                p.drawLine(QPointF(margin, y), QPointF(margin + w, y));
                for (const double x : {margin + 8, margin + w - 8})
                    drawCross(p, {x, y});
            }
        for (const bool right : {false, true})
            if (right ? s.column + 1 < columns : s.column > 0) {
                const double x = margin + (right ? w - lap / 2 : lap / 2);
                p.setPen(QPen(Qt::black, 0.15, Qt::DashLine));
                p.drawLine(QPointF(x, margin), QPointF(x, margin + h));
                for (const double y : {margin + 8, margin + h - 8})
                    drawCross(p, {x, y});
            }
        const double foot = size.height * 1e3 - margin - footRoom * 1e3 + 6;
        p.save(); // the bar is drawn as the plate is: what it measures is what the plate has
        p.translate(margin, foot);
        p.scale(paper.scale, paper.scale);
        paintScaleBar(p, {0, 0});
        p.restore();
        drawWords(p, {margin, foot + 5},
                  words(plate, paper) + u".  Sheet %1 of %2; the bar is 100 mm: calliper over it before you trust "
                                        "it.%3"_s.arg(k + 1)
                                            .arg(sheets.size())
                                            .arg(sheets.size() > 1 ? u"  Lap the sheets cross on cross."_s : QString()),
                  size.width * 1e3 - 2 * margin);
        p.restore();
    }
    p.end();
    return buffer.data();
}

QByteArray plateSvg(const Plate &plate, const PlatePaper &paper) {
    constexpr double perMm = 10, margin = 10;
    const double w = std::max(plate.width() * 1e3, 100.0) + 2 * margin, h = plate.height() * 1e3 + 2 * margin + 18;
    QBuffer buffer;
    QSvgGenerator g;
    g.setOutputDevice(&buffer);
    g.setResolution(int(25.4 * perMm));
    g.setSize(QSize(int(std::ceil(w * perMm)), int(std::ceil(h * perMm))));
    g.setViewBox(QRectF(0, 0, std::ceil(w * perMm), std::ceil(h * perMm)));
    g.setTitle(paper.title);
    const PrintScope print;
    QPainter p(&g);
    p.scale(perMm, perMm);
    p.save();
    p.translate(margin, margin);
    paintPlateLines(p, plate);
    p.restore();
    const double foot = margin + plate.height() * 1e3 + 6;
    paintScaleBar(p, {margin, foot});
    drawWords(p, {margin, foot + 5}, words(plate, paper), w - 2 * margin);
    p.end();
    return buffer.data();
}

QByteArray plateDxf(const Plate &plate, const PlatePaper &paper) {
    QTemporaryFile file;
    if (!file.open()) return {};
    file.close();
    DL_Dxf dxf;
    const std::unique_ptr<DL_WriterA> w(dxf.out(QFile::encodeName(file.fileName()).constData(), DL_VERSION_2000));
    if (!w) return {};
    dxf.writeHeader(*w);
    w->dxfString(9, "$INSUNITS");
    w->dxfInt(70, 4); // millimetres
    w->sectionEnd();
    w->sectionTables();
    dxf.writeVPort(*w);
    w->tableLinetypes(2);
    dxf.writeLinetype(*w, DL_LinetypeData("CONTINUOUS", "", 0, 0, 0));
    dxf.writeLinetype(*w, DL_LinetypeData("BYLAYER", "", 0, 0, 0));
    w->tableEnd();
    const char *layers[] = {"0", "OUTLINE", "HOLES", "CENTRES", "TEXT", "FOLD"};
    w->tableLayers(6);
    for (int k = 0; k < 6; ++k)
        dxf.writeLayer(*w, DL_LayerData(layers[k], 0), DL_Attributes("", k + 1 > 1 ? k + 1 : 7, 100, "CONTINUOUS", 1));
    w->tableEnd();
    w->tableStyle(1);
    dxf.writeStyle(*w, DL_StyleData("STANDARD", 0, 0, 1, 0, 0, 2.5, "txt", ""));
    w->tableEnd();
    dxf.writeView(*w);
    dxf.writeUcs(*w);
    w->tableAppid(1);
    dxf.writeAppid(*w, "ACAD");
    w->tableEnd();
    dxf.writeDimStyle(*w, 2, 1, 1, 1, 2);
    dxf.writeBlockRecord(*w);
    w->tableEnd();
    w->sectionEnd();
    w->sectionBlocks();
    for (const char *block : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
        dxf.writeBlock(*w, DL_BlockData(block, 0, 0, 0, 0));
        dxf.writeEndBlock(*w, block);
    }
    w->sectionEnd();
    w->sectionEntities();
    const auto on = [](const char *layer) { return DL_Attributes(layer, 256, -1, "BYLAYER", 1); };
    const auto line = [&](double x1, double y1, double x2, double y2, const char *layer) {
        dxf.writeLine(*w, DL_LineData(x1 * 1e3, y1 * 1e3, 0, x2 * 1e3, y2 * 1e3, 0), on(layer));
    };
    const double c = plate.corner;
    line(plate.left + c, plate.bottom, plate.right - c, plate.bottom, "OUTLINE");
    line(plate.right, plate.bottom + c, plate.right, plate.top - c, "OUTLINE");
    line(plate.right - c, plate.top, plate.left + c, plate.top, "OUTLINE");
    line(plate.left, plate.top - c, plate.left, plate.bottom + c, "OUTLINE");
    if (c > 0) {
        const double inner[] = {plate.right - c, plate.left + c}, level[] = {plate.top - c, plate.bottom + c};
        for (int k = 0; k < 4; ++k)
            dxf.writeArc(
                *w, DL_ArcData(inner[k == 1 || k == 2] * 1e3, level[k > 1] * 1e3, 0, c * 1e3, 90.0 * k, 90.0 * (k + 1)),
                on("OUTLINE"));
    }
    if (plate.folded()) line(plate.left, plate.fold, plate.right, plate.fold, "FOLD");
    for (const auto &h : plate.holes) {
        const double r = h.diameter / 2, up = h.travel / 2;
        if (!h.placed) { // marked, not drilled by figures
            dxf.writeText(
                *w,
                DL_TextData(h.x * 1e3, h.y * 1e3, 0, h.x * 1e3, h.y * 1e3, 0, 4, 1, 0, 0, 0, "punch", "STANDARD", 0),
                on("TEXT"));
            continue;
        }
        if (up > 0) {
            line(h.x - r, h.y - up, h.x - r, h.y + up, "HOLES");
            line(h.x + r, h.y - up, h.x + r, h.y + up, "HOLES");
            dxf.writeArc(*w, DL_ArcData(h.x * 1e3, (h.y + up) * 1e3, 0, r * 1e3, 0, 180), on("HOLES"));
            dxf.writeArc(*w, DL_ArcData(h.x * 1e3, (h.y - up) * 1e3, 0, r * 1e3, 180, 360), on("HOLES"));
        } else {
            dxf.writeCircle(*w, DL_CircleData(h.x * 1e3, h.y * 1e3, 0, r * 1e3), on("HOLES"));
        }
        line(h.x - r - 3e-3, h.y, h.x + r + 3e-3, h.y, "CENTRES");
        line(h.x, h.y - r - up - 3e-3, h.x, h.y + r + up + 3e-3, "CENTRES");
    }
    dxf.writeText(*w,
                  DL_TextData(plate.left * 1e3, plate.bottom * 1e3 - 8, 0, plate.left * 1e3, plate.bottom * 1e3 - 8, 0,
                              4, 1, 0, 0, 0, words(plate, paper).toLatin1().toStdString(), "STANDARD", 0),
                  on("TEXT"));
    w->sectionEnd();
    dxf.writeObjects(*w);
    dxf.writeObjectsEnd(*w);
    w->dxfEOF();
    w->close();
    QFile read(file.fileName());
    return read.open(QIODevice::ReadOnly) ? read.readAll() : QByteArray();
}

QByteArray plateCsv(const Plate &plate) {
    std::string csv = "hole,diameter_mm,slot_mm,for,x_mm,y_mm,how\r\n";
    for (std::size_t k = 0; k < plate.holes.size(); ++k) {
        const auto &h = plate.holes[k];
        const auto figure = [&](double v) { return h.sized ? numberText(v * 1e3, 5) : std::string(); };
        csv += std::to_string(lineOf(plate, k)) + "," + figure(h.diameter) + "," +
               (h.travel > 0 ? figure(h.travel + h.diameter) : std::string()) + "," + csvText(purposeOf(plate, h)) +
               "," + (h.placed ? fixedNumber(h.x * 1e3, 2) : "") + "," + (h.placed ? fixedNumber(h.y * 1e3, 2) : "") +
               "," + std::string(howWord(h.how)) + "\r\n";
    }
    return QByteArray::fromStdString(csv);
}

} // namespace lw
