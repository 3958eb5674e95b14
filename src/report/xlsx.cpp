#include "report/xlsx.h"
#include "session/disk.h"
#include <QFile>
#include <QTemporaryDir>
#include <clocale>
#include <locale.h>
#include <xlsxwriter.h>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// The library prints numbers by the locale, with a decimal comma for half of Europe, and no spreadsheet opens that:
/// this thread has points while it writes.
class PlainNumbers {
public:
    PlainNumbers()
        : m_plain(::newlocale(LC_ALL_MASK, "C", nullptr)), m_before(m_plain ? ::uselocale(m_plain) : nullptr) {}
    ~PlainNumbers() {
        if (!m_plain) return;
        ::uselocale(m_before);
        ::freelocale(m_plain);
    }
    PlainNumbers(const PlainNumbers &) = delete;
    PlainNumbers &operator=(const PlainNumbers &) = delete;

private:
    locale_t m_plain, m_before;
};
} // namespace

QString writePartsXlsx(const QString &path, const nlohmann::json &project, const std::vector<PartLine> &lines) {
    const PlainNumbers plain;
    QTemporaryDir folder; // written aside, then put in place whole
    const QString aside = folder.filePath(u"parts.xlsx"_s);
    auto *book = workbook_new(QFile::encodeName(aside).constData());
    if (!book) return u"The spreadsheet could not be begun."_s;
    auto *sheet = workbook_add_worksheet(book, "Parts");
    auto *head = workbook_add_format(book);
    format_set_bold(head);
    format_set_bottom(head, LXW_BORDER_THIN);
    auto *moneyFormat = workbook_add_format(book);
    format_set_num_format(moneyFormat, "0.00");
    auto *sumFormat = workbook_add_format(book);
    format_set_bold(sumFormat);
    format_set_num_format(sumFormat, "0.00");
    format_set_top(sumFormat, LXW_BORDER_THIN);
    const char *names[] = {"axis", "category", "text",  "source",   "qty",       "spare",  "price",          "currency",
                           "rate", "sum",      "order", "supplier", "lead_days", "status", "price_standing", "note"};
    for (lxw_col_t c = 0; c < std::size(names); ++c)
        worksheet_write_string(sheet, 0, c, names[c], head);
    worksheet_set_column(sheet, 2, 2, 40, nullptr);
    worksheet_set_column(sheet, 11, 11, 18, nullptr);
    worksheet_set_column(sheet, 15, 15, 40, nullptr);
    worksheet_freeze_panes(sheet, 1, 0);
    const auto own = textAt(project, "/currency", "EUR");
    lxw_row_t r = 1;
    double total = 0;
    for (const auto &l : lines) {
        if (l.state == PartState::Dropped) continue;
        auto words = [&](lxw_col_t c, const std::string &t) {
            worksheet_write_string(sheet, r, c, t.substr(0, 32000).c_str(), nullptr);
        };
        words(0, l.axis);
        words(1, l.category);
        words(2, l.text);
        words(3, l.source);
        worksheet_write_number(sheet, r, 4, l.quantity, nullptr);
        worksheet_write_number(sheet, r, 5, l.spare, nullptr);
        const double rate = currencyRate(project, l.currency);
        words(7, l.currency.empty() ? own : l.currency);
        if (rate == rate) worksheet_write_number(sheet, r, 8, rate, nullptr);
        if (l.price == l.price) {
            worksheet_write_number(sheet, r, 6, l.price, moneyFormat);
            if (rate == rate) {
                const double sum = l.price * rate * (l.quantity + l.spare);
                total += sum;
                const std::string row = std::to_string(r + 1);
                worksheet_write_formula_num(sheet, r, 9, ("=(E" + row + "+F" + row + ")*G" + row + "*I" + row).c_str(),
                                            moneyFormat, sum);
            }
        }
        words(10, l.order);
        words(11, l.from);
        if (l.leadDays >= 0) worksheet_write_number(sheet, r, 12, l.leadDays, nullptr);
        words(13, std::string(stateCode(l.state)));
        words(14, l.price == l.price ? l.priceAssumed ? "assumed" : "stated" : "not known");
        words(15, l.note);
        ++r;
    }
    worksheet_write_string(sheet, r, 2, ("Sum, " + own + ", carriage, tax and contingency not in it").c_str(),
                           sumFormat);
    if (r > 1)
        worksheet_write_formula_num(sheet, r, 9, ("=SUM(J2:J" + std::to_string(r) + ")").c_str(), sumFormat, total);
    const lxw_error done = workbook_close(book);
    if (done != LXW_NO_ERROR)
        return u"The spreadsheet could not be written: %1."_s.arg(QString::fromUtf8(lxw_strerror(done)));
    const auto made = readWhole(aside);
    return made ? writeWhole(path, *made) : made.error();
}

} // namespace lw
