#include "report/long_table.h"
#include "picture/theme.h"
#include <QFontMetricsF>
#include <QPainter>
#include <algorithm>
#include <memory>
#include <numeric>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
constexpr double gap = 6, lineGap = 4;
constexpr double groupHeight = 430; // two groups fill a page of either size

struct Columns {
    std::vector<double> left, width;
    std::vector<int> align;
};

/// As wide as their widest cell; what does not fit is taken from the widest, down to their equal share.
Columns columnsOf(const QStringList &heads, const std::vector<QStringList> &rows, const QString &right, double width) {
    Columns c;
    const auto n = std::size_t(heads.size());
    const QFontMetricsF metrics(face(13)), bold(face(13, true));
    c.width.resize(n);
    for (std::size_t k = 0; k < n; ++k)
        c.width[k] = bold.horizontalAdvance(heads[qsizetype(k)]) + gap;
    for (const auto &row : rows)
        for (std::size_t k = 0; k < n && k < std::size_t(row.size()); ++k) {
            if (double(row[qsizetype(k)].size()) * 13 < c.width[k])
                continue; // cannot be wider: no glyph is wider than its line is high
            for (const auto &line : row[qsizetype(k)].split(u'\n'))
                c.width[k] = std::max(c.width[k], metrics.horizontalAdvance(line) + gap);
        }
    for (int pass = 0; pass < 20; ++pass) {
        const double sum = std::accumulate(c.width.begin(), c.width.end(), 0.0);
        if (sum <= width + 0.5) break;
        const auto widest = std::max_element(c.width.begin(), c.width.end());
        double next = width / double(n); // the second widest, or the share
        for (auto it = c.width.begin(); it != c.width.end(); ++it)
            if (it != widest) next = std::max(next, *it < *widest ? *it : 0.0);
        *widest = std::max(std::min(*widest - (sum - width), *widest * 0.999), std::min(next, *widest * 0.95));
    }
    const double sum = std::accumulate(c.width.begin(), c.width.end(), 0.0), stretch = width / sum;
    double at = 0;
    for (std::size_t k = 0; k < n; ++k) {
        c.width[k] *= stretch;
        c.left.push_back(at);
        at += c.width[k];
        c.align.push_back((right.contains(QChar(u'0' + ushort(k))) ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignTop |
                          Qt::TextWordWrap);
    }
    return c;
}

QString tableHtml(const QStringList &heads, std::span<const QStringList> rows, const Columns &c) {
    QString html = u"<table cellspacing=\"0\" cellpadding=\"3\" width=\"100%\"><tr>"_s;
    const auto cell = [&](const QString &tag, qsizetype k, const QString &words) {
        html +=
            u"<%1 align=\"%2\">%3</%1>"_s.arg(tag, c.align[std::size_t(k)] & Qt::AlignRight ? u"right"_s : u"left"_s,
                                              QString(paperText(words)).replace(u'\n', u"<br/>"_s));
    };
    for (qsizetype k = 0; k < heads.size(); ++k)
        cell(u"th"_s, k, heads[k]);
    html += u"</tr>\n"_s;
    for (const auto &row : rows) {
        html += u"<tr>"_s;
        for (qsizetype k = 0; k < row.size() && k < heads.size(); ++k)
            cell(u"td"_s, k, row[k]);
        html += u"</tr>\n"_s;
    }
    return html + u"</table>\n"_s;
}
} // namespace

std::vector<ReportDrawing> longTable(const QStringList &heads, const std::vector<QStringList> &rows,
                                     const QString &right, double width) {
    std::vector<ReportDrawing> out;
    const auto all = std::make_shared<const std::vector<QStringList>>(rows);
    const auto columns = std::make_shared<const Columns>(columnsOf(heads, rows, right, width));
    const QFontMetricsF metrics(face(13));
    const double line = metrics.height();
    const auto heightOf = [&](const QStringList &row) {
        double h = line;
        for (std::size_t k = 0; k < columns->width.size() && k < std::size_t(row.size()); ++k) {
            const auto &t = row[qsizetype(k)];
            if (t.contains(u'\n') || metrics.horizontalAdvance(t) > columns->width[k] - gap)
                h = std::max(
                    h, metrics.boundingRect(QRectF(0, 0, columns->width[k] - gap, 1e5), columns->align[k], t).height());
        }
        return std::min(h, 20 * line) + lineGap; // a page is not one cell
    };
    for (std::size_t from = 0, end = 0; from < all->size(); from = end) {
        auto heights = std::make_shared<std::vector<double>>();
        double height = line + lineGap;
        for (; end < all->size(); ++end) {
            const double h = heightOf((*all)[end]);
            if (height + h > groupHeight && !heights->empty()) break;
            heights->push_back(h);
            height += h;
        }
        ReportDrawing d;
        d.size = QSizeF(width, height);
        d.alt = u"rows %1 to %2"_s.arg(from + 1).arg(end);
        d.html = tableHtml(heads, std::span(*all).subspan(from, end - from), *columns);
        d.paint = [all, columns, heads, heights, from, end, line](QPainter &p, const QRectF &r) {
            p.setPen(Qt::black);
            double y = r.top();
            const auto cell = [&](std::size_t k, double h, const QString &t) {
                p.drawText(QRectF(r.left() + columns->left[k], y, columns->width[k] - gap, h), columns->align[k], t);
            };
            p.setFont(face(13, true));
            for (std::size_t k = 0; k < columns->width.size(); ++k)
                cell(k, line, heads[qsizetype(k)]);
            y += line + lineGap;
            p.drawLine(QPointF(r.left(), y - 2), QPointF(r.right(), y - 2));
            p.setFont(face(13));
            for (std::size_t n = from; n < end; ++n) {
                const double h = (*heights)[n - from];
                for (std::size_t k = 0; k < columns->width.size() && k < std::size_t((*all)[n].size()); ++k)
                    if (!(*all)[n][qsizetype(k)].isEmpty()) cell(k, h - lineGap + 1, (*all)[n][qsizetype(k)]);
                y += h;
            }
        };
        out.push_back(std::move(d));
    }
    return out;
}

} // namespace lw
