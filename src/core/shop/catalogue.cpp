#include "shop/catalogue.h"
#include "units/typed.h"
#include <algorithm>
#include <charconv>
#include <cmath>

namespace lw {

// Generated from data/catalogue at build time.
std::string_view catalogueText(std::string_view file);

tl::expected<CsvTable, std::string> readTable(std::string_view text) {
    const auto head = text.substr(0, text.find('\n'));
    auto count = [&](char c) { return std::count(head.begin(), head.end(), c); };
    const char separator = count(';') > count(',') ? ';' : count('\t') > count(',') ? '\t' : ',';
    CsvTable table;
    CsvTable::Row row;
    std::string cell;
    bool quoted = false, any = false, first = true;
    int line = 1, began = 1;
    auto endCell = [&] {
        row.cells.push_back(std::move(cell));
        cell.clear();
    };
    auto endRow = [&] {
        if (any || !row.cells.empty()) {
            endCell();
            row.line = began;
            if (first)
                table.header = std::move(row.cells);
            else
                table.rows.push_back(std::move(row));
            first = false;
        }
        row = {};
        any = false;
        began = line;
    };
    for (std::size_t k = 0; k < text.size(); ++k) {
        const char c = text[k];
        line += c == '\n';
        if (quoted) {
            if (c != '"')
                cell += c;
            else if (k + 1 < text.size() && text[k + 1] == '"')
                cell += text[++k];
            else
                quoted = false;
        } else if (c == '"' && cell.empty()) {
            quoted = any = true;
        } else if (c == separator) {
            any = true;
            endCell();
        } else if (c == '\n') {
            endRow();
        } else if (c != '\r') {
            any = true;
            cell += c;
        }
    }
    if (quoted) return tl::unexpected("line " + std::to_string(began) + ": a quote is opened and never closed.");
    endRow();
    if (table.header.empty()) return tl::unexpected(std::string("line 1: the table is empty; it needs a header row."));
    return table;
}

tl::expected<std::vector<CsvRow>, std::string> readCsv(std::string_view text) {
    const auto table = readTable(text);
    if (!table) return tl::unexpected(table.error());
    std::vector<CsvRow> out;
    for (const auto &row : table->rows) {
        if (row.cells.size() != table->header.size())
            return tl::unexpected("line " + std::to_string(row.line) + ": " + std::to_string(row.cells.size()) +
                                  " columns, the header has " + std::to_string(table->header.size()) + ".");
        CsvRow map;
        for (std::size_t k = 0; k < table->header.size(); ++k)
            map[table->header[k]] = row.cells[k];
        out.push_back(std::move(map));
    }
    return out;
}

std::string csvText(std::string_view text) {
    std::string t(text);
    if (!t.empty() && std::string_view("=+-@\t").find(t.front()) != std::string_view::npos) t.insert(t.begin(), '\'');
    if (t.find_first_of(",\"\n\r;") == std::string::npos) return t;
    std::string out = "\"";
    for (char c : t) {
        if (c == '"') out += '"';
        out += c;
    }
    return out + "\"";
}

namespace {
double numberOf(const CsvRow &row, const char *key) {
    const auto it = row.find(key);
    if (it == row.end()) return std::nan("");
    const auto v = readTyped(it->second, Dimension::Number, "");
    return v ? v->si : std::nan("");
}
std::string textOf(const CsvRow &row, const char *key) {
    const auto it = row.find(key);
    return it == row.end() ? std::string() : it->second;
}
} // namespace

tl::expected<Catalogue, std::string> readCatalogue(std::string_view motors, std::string_view pulleys,
                                                   std::string_view belts, std::string_view screws) {
    Catalogue c;
    const std::pair<const char *, std::string_view> files[] = {
        {"motors", motors}, {"pulleys", pulleys}, {"belts", belts}, {"screws", screws}};
    for (const auto &[name, text] : files) {
        const auto rows = readCsv(text);
        if (!rows) return tl::unexpected(std::string(name) + ".csv, " + rows.error());
        int line = 1;
        for (const auto &r : *rows) {
            ++line;
            auto n = [&](const char *k) { return numberOf(r, k); };
            const std::string_view kind = name;
            double check = 0;
            if (kind == "motors") {
                c.motors.push_back({textOf(r, "name"), n("face_mm"), n("holding_torque_Nm"), n("rated_current_A"),
                                    n("resistance_ohm"), n("inductance_mH"), n("rotor_inertia_gcm2"), n("shaft_mm"),
                                    n("body_length_mm"), n("bolt_square_mm"), n("pilot_mm"), n("shaft_length_mm"),
                                    n("price")});
                const auto &m = c.motors.back();
                check = m.face + m.holding + m.current + m.resistance + m.inductance + m.inertia + m.shaft + m.body +
                        m.price;
            } else if (kind == "pulleys") {
                c.pulleys.push_back(
                    {textOf(r, "profile"), static_cast<int>(std::isfinite(n("teeth")) ? n("teeth") : 0), n("price")});
                check = n("teeth") + n("price");
            } else if (kind == "belts") {
                c.belts.push_back({textOf(r, "profile"), n("length_from_mm"), n("length_to_mm"), n("price")});
                check = c.belts.back().from + c.belts.back().to + c.belts.back().price;
            } else {
                c.screws.push_back({textOf(r, "name"), n("price_per_m"), n("nut_price")});
                check = c.screws.back().perMetre + c.screws.back().nut;
            }
            if (!std::isfinite(check))
                return tl::unexpected(std::string(name) + ".csv, line " + std::to_string(line) +
                                      ": a number is missing or cannot be read.");
        }
    }
    return c;
}

std::span<const PowerOffBrake> powerOffBrakes() {
    static constexpr PowerOffBrake brakes[] = {{0.6, 64}, {1.2, 78}, {2.4, 95}, {5, 130}, {10, 180}, {20, 260}};
    return brakes;
}
double brakePrice(double torque) {
    const auto all = powerOffBrakes();
    for (const auto &b : all)
        if (b.torque >= torque * (1 - 1e-9)) return b.price;
    return all.back().price;
}

const Catalogue &shippedCatalogue() {
    static const Catalogue c = readCatalogue(catalogueText("motors"), catalogueText("pulleys"), catalogueText("belts"),
                                             catalogueText("screws"))
                                   .value();
    return c;
}

double Catalogue::pulleyPrice(std::string_view profile, int teeth) const {
    const Pulley *below = nullptr, *above = nullptr;
    for (const auto &p : pulleys) {
        if (p.profile != profile) continue;
        if (p.teeth <= teeth && (!below || p.teeth > below->teeth)) below = &p;
        if (p.teeth >= teeth && (!above || p.teeth < above->teeth)) above = &p;
    }
    if (below && above) {
        if (below == above) return below->price;
        const double t = double(teeth - below->teeth) / (above->teeth - below->teeth);
        return std::round(below->price + t * (above->price - below->price));
    }
    if (below) return std::round(below->price * teeth / below->teeth);
    if (above) return above->price;
    return std::round(5 + 0.32 * teeth); // no such profile in the list: a counter price by size
}
double Catalogue::beltPrice(std::string_view profile, double length) const {
    for (const auto &b : belts)
        if (b.profile == profile && length >= b.from && length <= b.to) return b.price;
    return std::round(5.5 + 0.01 * length);
}
double Catalogue::screwPrice(std::string_view name, double length) const {
    for (const auto &s : screws)
        if (s.name == name) return std::round(s.perMetre * length / 1000 + s.nut);
    return 0;
}

} // namespace lw
