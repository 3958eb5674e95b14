// The whole job on paper: HTML with inline SVG, PDF with the same drawings as vectors, and job cards for the bench.
#pragma once

#include "session/session.h"
#include <QPageSize>
#include <QSizeF>
#include <QString>
#include <functional>
#include <vector>

class QPagedPaintDevice;
class QPainter;

namespace lw {

struct ReportDrawing {
    QSizeF size; ///< pixels at 96 dpi
    QString alt; ///< the same in words
    std::function<void(QPainter &, const QRectF &)> paint;
    QString html = {}; ///< stands in the page instead of the drawing: a table stays a table there
};
/// Text of the job for paper and page: escaped, without characters that could stand for something else.
[[nodiscard]] QString paperText(const QString &text);
/// Body as HTML of the plain kind that both a browser and a text document lay out; each drawing has its place in it, in
/// order.
struct Report {
    QString title, body;
    std::vector<ReportDrawing> drawings;
};
/// Everything: what is ready and what is not, each axis with drawing, chart, findings and workings, parts, order of
/// work, test cards, settings, log.
[[nodiscard]] Report makeReport(const Session &session);
/// One card a step, with boxes to tick, for the bench.
[[nodiscard]] Report makeJobCards(const Session &session, const std::string &axis = {});

[[nodiscard]] QString reportHtml(const Report &report);
/// Paints all pages; the device decides the paper.
void paintReport(const Report &report, QPagedPaintDevice &device);
/// Writes .html or .pdf by the name. Nothing, or what went wrong in a sentence.
[[nodiscard]] QString writeReport(const Report &report, const QString &path,
                                  QPageSize::PageSizeId paper = QPageSize::A4);

} // namespace lw
