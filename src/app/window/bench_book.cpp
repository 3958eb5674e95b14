#include "app/window/bench_book.h"
#include "app/window/style.h"
#include "book/book.h"
#include "book/formulas.h"
#include "machine/fields.h"
#include "proof/words/narrate.h"
#include "proof/words/working.h"
#include "app/widgets.h"
#include <cmath>
#include <map>
#include <optional>

namespace lw {
using namespace Qt::StringLiterals;
using Json = nlohmann::json;

namespace {
/// How a unit of a description is typed: its dimension and the name the reader knows; plain numbers where there is
/// none.
std::optional<std::pair<Dimension, std::string>> typedUnit(const std::string &unit) {
    static const std::map<std::string, std::pair<Dimension, std::string>> units{
        {"mm", {Dimension::Length, "mm"}},
        {"um", {Dimension::Length, "um"}},
        {"N", {Dimension::Force, "N"}},
        {"kg", {Dimension::Mass, "kg"}},
        {"N*m", {Dimension::Torque, "Nm"}},
        {"kg*m2", {Dimension::Inertia, "kgm2"}},
        {"mm/min", {Dimension::Speed, "mm/min"}},
        {"m/s", {Dimension::Speed, "m/s"}},
        {"m/s2", {Dimension::Acceleration, "m/s2"}},
        {"rpm", {Dimension::RotationSpeed, "rpm"}},
        {"s", {Dimension::Time, "s"}},
        {"us", {Dimension::Time, "us"}},
        {"min", {Dimension::Time, "min"}},
        {"h", {Dimension::Time, "h"}},
        {"A", {Dimension::Current, "A"}},
        {"V", {Dimension::Voltage, "V"}},
        {"ohm", {Dimension::Resistance, "ohm"}},
        {"mH", {Dimension::Inductance, "mH"}},
        {"W", {Dimension::Power, "W"}},
        {"Hz", {Dimension::Frequency, "Hz"}},
        {"deg", {Dimension::Angle, "deg"}},
        {"N/um", {Dimension::Stiffness, "N/um"}},
        {"MPa", {Dimension::Pressure, "MPa"}},
        {"C", {Dimension::Temperature, "C"}}};
    const auto it = units.find(unit);
    return it == units.end() ? std::nullopt : std::optional(it->second);
}
QString shownUnit(const std::string &unit) {
    if (unit == "-" || unit.empty()) return {};
    const auto t = typedUnit(unit);
    return text(t ? unitLabel(t->second) : std::string(unit));
}
QString plain(std::string key) {
    for (auto &c : key)
        if (c == '_') c = ' ';
    return QString::fromStdString(key);
}
QString shownValue(const Json &v, int digits = 6) {
    if (v.is_number()) return text(numberText(v.get<double>(), digits));
    if (v.is_boolean()) return v.get<bool>() ? u"yes"_s : u"no"_s;
    if (v.is_string()) return plain(v.get<std::string>());
    if (v.is_null()) return u"none"_s;
    if (v.is_array()) {
        QStringList all;
        for (const auto &x : v)
            all << shownValue(x, digits);
        return all.join(u", "_s);
    }
    QStringList all;
    for (const auto &[k, x] : v.items())
        all << plain(k) + u" "_s + shownValue(x, digits);
    return all.join(u"; "_s);
}
} // namespace

BenchBook::BenchBook(Session *session, QWidget *parent) : QFrame(parent), m_session(session) {
    setObjectName(u"benchBook"_s);
    setProperty("drawer", true);
    auto *h = new QHBoxLayout(this);
    h->setContentsMargins(0, 0, 0, 0);
    h->setSpacing(0);
    auto *listHost = new QWidget(this);
    listHost->setFixedWidth(306);
    auto *lv = new QVBoxLayout(listHost);
    lv->setContentsMargins(14, 12, 10, 10);
    auto *head = new QHBoxLayout;
    head->addWidget(makeLabel(u"Bench book"_s, 18, Ink::Value, true, false, listHost));
    head->addStretch(1);
    m_count = makeLabel({}, 13, Ink::Label, false, false, listHost);
    head->addWidget(m_count);
    lv->addLayout(head);
    m_words = new QLineEdit(listHost);
    m_words->setObjectName(u"bookWords"_s);
    m_words->setAccessibleName(u"Words to find a calculation"_s);
    m_words->setPlaceholderText(u"belt, teeth, stall …"_s);
    m_words->setFont(mono(15));
    m_words->setProperty("plain", true);
    lv->addWidget(m_words);
    m_list = new QListWidget(listHost);
    m_list->setObjectName(u"bookList"_s);
    m_list->setAccessibleName(u"Calculations"_s);
    m_list->setFont(face(13));
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setTextElideMode(Qt::ElideRight);
    lv->addWidget(m_list, 1);
    h->addWidget(listHost);
    m_scroll = new QScrollArea(this);
    m_scroll->setWidgetResizable(true);
    m_scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto *page = new QWidget(m_scroll);
    auto *v = new QVBoxLayout(page);
    v->setContentsMargins(16, 12, 16, 14);
    v->setSpacing(6);
    auto *titleRow = new QHBoxLayout;
    m_title = makeLabel({}, 18, Ink::Value, true, true, page);
    m_title->setObjectName(u"bookTitle"_s);
    titleRow->addWidget(m_title, 1);
    auto *close = makeLink(u"Esc closes"_s, page);
    connect(close, &QPushButton::clicked, this, [this] {
        hide();
        emit closed();
    });
    titleRow->addWidget(close, 0, Qt::AlignTop);
    v->addLayout(titleRow);
    v->addWidget(makeLabel(u"own figures, not the design's, until you use them"_s, 13, Ink::Label, false, false, page));
    m_form = new QWidget(page);
    m_grid = new QGridLayout(m_form);
    m_grid->setContentsMargins(0, 0, 0, 0);
    m_grid->setHorizontalSpacing(14);
    m_grid->setVerticalSpacing(2);
    v->addWidget(m_form);
    v->addWidget(makeRule(page));
    auto *bigRow = new QHBoxLayout;
    m_bigLabel = makeLabel({}, 15, Ink::Value, true, true, page);
    m_big = makeLabel({}, 26, Ink::Value, true, false, page);
    m_big->setObjectName(u"bookResult"_s);
    m_big->setTextInteractionFlags(Qt::TextSelectableByMouse);
    bigRow->addWidget(m_bigLabel, 1);
    bigRow->addWidget(m_big);
    v->addLayout(bigRow);
    m_notes = makeLabel({}, 13, Ink::Value, true, true, page);
    m_notes->setObjectName(u"bookNotes"_s);
    v->addWidget(m_notes);
    m_outputs = makeLabel({}, 15, Ink::Value, false, true, page);
    m_outputs->setObjectName(u"bookOutputs"_s);
    m_outputs->setTextInteractionFlags(Qt::TextSelectableByMouse);
    v->addWidget(m_outputs);
    v->addWidget(makeRule(page));
    v->addWidget(makeLabel(u"Working"_s, 15, Ink::Value, true, false, page));
    m_formula = makeLabel({}, 15, Ink::Value, false, true, page);
    m_formula->setObjectName(u"bookFormula"_s);
    v->addWidget(m_formula);
    m_source = makeLabel({}, 13, Ink::Label, false, true, page);
    m_source->setObjectName(u"bookSource"_s);
    v->addWidget(m_source);
    m_trust = makeLabel({}, 13, Ink::Label, false, true, page);
    m_trust->setTextFormat(Qt::RichText);
    v->addWidget(m_trust);
    v->addWidget(makeRule(page));
    m_use = new QPushButton(u"Use in design"_s, page);
    m_use->setProperty("box", true);
    m_use->setFont(face(13));
    m_use->setObjectName(u"bookUse"_s);
    connect(m_use, &QPushButton::clicked, this, &BenchBook::use);
    m_useWords = makeLabel({}, 13, Ink::Value, false, true, page);
    m_useWords->setObjectName(u"bookUseWords"_s);
    v->addWidget(m_use, 0, Qt::AlignLeft);
    v->addWidget(m_useWords);
    v->addStretch(1);
    m_scroll->setWidget(page);
    h->addWidget(m_scroll, 1);
    m_words->installEventFilter(this);
    m_list->installEventFilter(this);
    connect(m_words, &QLineEdit::textChanged, this, &BenchBook::find);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (auto *item = m_list->item(row); item && !item->data(Qt::UserRole).toString().isEmpty())
            showCalculation(item->data(Qt::UserRole).toString().toStdString());
    });
    hide();
}

void BenchBook::open(const std::string &axis) {
    m_axis = axis;
    if (m_list->count() == 0) find();
    show();
    raise();
    m_words->setFocus();
    m_words->selectAll();
    if (!m_name.empty()) compute();
}

void BenchBook::find() {
    const auto words = m_words->text().split(u' ', Qt::SkipEmptyParts);
    const QString keep = QString::fromStdString(m_name);
    const QSignalBlocker block(m_list);
    m_list->clear();
    std::map<std::string, std::vector<std::string_view>> groups;
    int shown = 0;
    for (const auto name : book::names()) {
        const auto *d = book::description(name);
        QString all = plain(std::string(name)) + u' ' + QString::fromStdString(d->value("title", std::string()));
        for (const auto &f : d->at("inputs"))
            all += u' ' + plain(f.value("key", std::string())) + u' ' +
                   QString::fromStdString(f.value("what", std::string()));
        if (!std::all_of(words.begin(), words.end(),
                         [&](const QString &w) { return all.contains(w, Qt::CaseInsensitive); }))
            continue;
        groups[d->value("group", std::string("other"))].push_back(name);
        ++shown;
    }
    int current = -1;
    for (const auto &[group, names] : groups) {
        auto *headItem = new QListWidgetItem(plain(group), m_list);
        headItem->setFlags(Qt::ItemIsEnabled);
        headItem->setFont(face(13, true));
        for (const auto name : names) {
            const auto *d = book::description(name);
            QStringList inputs;
            for (const auto &f : d->at("inputs"))
                if (inputs.size() < 3) inputs << plain(f.value("key", std::string()));
            auto *item = new QListWidgetItem(QString::fromStdString(d->value("title", std::string())), m_list);
            item->setData(Qt::UserRole, text(name));
            item->setToolTip(inputs.join(u", "_s));
            if (text(name) == keep || (keep.isEmpty() && current < 0)) current = m_list->count() - 1;
        }
    }
    m_count->setText(u"%1 of %2"_s.arg(shown).arg(book::names().size()));
    if (shown == 0) {
        auto *none = new QListWidgetItem(u"Nothing of that name."_s, m_list);
        none->setFlags(Qt::ItemIsEnabled);
        return;
    }
    if (current < 0) current = 1;
    m_list->setCurrentRow(current);
    if (auto *item = m_list->item(current)) showCalculation(item->data(Qt::UserRole).toString().toStdString());
}

QStringList BenchBook::found() const {
    QStringList out;
    for (int k = 0; k < m_list->count(); ++k)
        if (const QString name = m_list->item(k)->data(Qt::UserRole).toString(); !name.isEmpty()) out << name;
    return out;
}

Json BenchBook::startValue(const Json &field) const {
    return field.contains("default") ? field.at("default") : Json(nullptr);
}

void BenchBook::showCalculation(const std::string &name) {
    if (name == m_name) return;
    if (!book::find(name)) return;
    m_name = name;
    for (int k = 0; k < m_list->count(); ++k)
        if (m_list->item(k)->data(Qt::UserRole).toString().toStdString() == name) {
            const QSignalBlocker block(m_list);
            m_list->setCurrentRow(k);
        }
    buildForm();
    compute();
}

void BenchBook::buildForm() {
    while (auto *item = m_grid->takeAt(0)) {
        if (auto *w = item->widget()) {
            w->hide();
            w->disconnect(this);
            w->setObjectName(QString());
            w->deleteLater();
        }
        delete item;
    }
    m_inputs.clear();
    const auto *d = book::description(m_name);
    m_title->setText(QString::fromStdString(d->value("title", m_name)));
    const auto *formula = book::formulaOf(m_name);
    m_formula->setText(formula ? text(formula->lines) : QString());
    m_source->setText(u"Source: "_s + QString::fromStdString(sourceTitle(book::find(m_name)->source)) + u"."_s);
    QStringList trust;
    const QString names[] = {u"exact"_s, u"handbook"_s, u"rule of thumb"_s};
    for (int k = 0; k < 3; ++k)
        trust << (formula && int(formula->trust) == k ? u"<b>[%1]</b>"_s.arg(names[k]) : names[k]);
    m_trust->setText(u"Standing: "_s + trust.join(u"&nbsp;&nbsp;"_s));
    int n = 0;
    for (const auto &f : d->at("inputs")) {
        const auto key = f.at("key").get<std::string>();
        const auto type = f.value("type", std::string("number"));
        const QString unit = shownUnit(f.value("unit", std::string("-")));
        const QString name =
            QString::fromStdString(f.value("what", key)) + (unit.isEmpty() ? QString() : u", "_s + unit);
        const bool wide = type != "number" && type != "integer" && type != "choice" && type != "boolean";
        auto *host = new QWidget(m_form);
        auto *v = new QVBoxLayout(host);
        v->setContentsMargins(0, 0, 0, 2);
        v->setSpacing(0);
        auto *labelWidget =
            makeLabel(name, 13, f.value("required", false) ? Ink::Value : Ink::Label, false, true, host);
        v->addWidget(labelWidget);
        QWidget *widget = nullptr;
        const Json start = startValue(f);
        if (type == "choice" || type == "boolean") {
            auto *box = new QComboBox(host);
            if (!f.value("required", false)) box->addItem(QString(), QString());
            if (type == "boolean") {
                box->addItem(u"no"_s, u"false"_s);
                box->addItem(u"yes"_s, u"true"_s);
            } else {
                for (const auto &c : f.value("choices", Json::array()))
                    box->addItem(shownValue(c), QString::fromStdString(c.dump())); // numbers among them stay numbers
            }
            if (!start.is_null())
                box->setCurrentIndex(std::max(0, box->findData(QString::fromStdString(start.dump()))));
            connect(box, &QComboBox::activated, this, &BenchBook::compute);
            widget = box;
        } else {
            auto *line = new QLineEdit(host);
            line->setProperty("plain", true);
            line->setFont(mono(15));
            line->setMaxLength(type == "number" || type == "integer" ? 60 : 4000);
            if (!start.is_null())
                line->setText(start.is_structured() ? QString::fromStdString(start.dump())
                              : start.is_string()   ? QString::fromStdString(start.get<std::string>())
                                                    : shownValue(start));
            if (type.rfind("list_number", 0) == 0)
                line->setPlaceholderText(f.contains("dimensions") ? u"1, 2, 3 / 4, 5, 6"_s : u"1, 2, 3"_s);
            else if (type == "list_text")
                line->setPlaceholderText(u"one, two"_s);
            else if (wide)
                line->setPlaceholderText(u"as JSON"_s);
            if (f.contains("min") || f.contains("max"))
                line->setToolTip(u"usual %1 to %2"_s.arg(f.contains("min") ? shownValue(f["min"]) : QString(),
                                                         f.contains("max") ? shownValue(f["max"]) : QString()));
            connect(line, &QLineEdit::textEdited, this, &BenchBook::compute);
            widget = line;
        }
        widget->setObjectName(u"book_"_s + QString::fromStdString(key));
        widget->setAccessibleName(name);
        labelWidget->setBuddy(widget);
        v->addWidget(widget);
        auto *problem = makeLabel({}, 13, Ink::Value, false, true, host);
        problem->hide();
        v->addWidget(problem);
        if (wide && n % 2) ++n;
        m_grid->addWidget(host, n / 2, n % 2, 1, wide ? 2 : 1, Qt::AlignTop);
        n += wide ? 2 : 1;
        m_inputs.push_back({key, f, widget, problem});
    }
}

Json BenchBook::readInputs(QString *problem) {
    Json in = Json::object();
    for (auto &i : m_inputs) {
        i.problem->hide();
        const auto type = i.field.value("type", std::string("number"));
        const auto unit = i.field.value("unit", std::string("-"));
        auto wrong = [&](const QString &sentence) {
            i.problem->setText(sentence);
            i.problem->show();
            if (problem->isEmpty()) *problem = sentence;
        };
        if (auto *box = qobject_cast<QComboBox *>(i.widget)) {
            const QString v = box->currentData().toString();
            if (v.isEmpty()) continue;
            in[i.key] = Json::parse(v.toStdString());
            continue;
        }
        const QString typed = static_cast<QLineEdit *>(i.widget)->text().trimmed();
        if (typed.isEmpty()) continue;
        auto number = [&](const QString &t) -> std::optional<double> {
            const auto known = typedUnit(unit);
            const auto read = known ? readTyped(t.toStdString(), known->first, known->second)
                                    : readTyped(t.toStdString(), Dimension::Number, "");
            if (!read) {
                wrong(QString::fromStdString(read.error().sentence));
                return {};
            }
            return known ? read->si / book::unitFactor(unit) : read->si;
        };
        if (type == "number" || type == "integer") {
            const auto v = number(typed);
            if (!v) continue;
            if (type == "integer" && std::fabs(*v - std::round(*v)) < 1e-9)
                in[i.key] = static_cast<long long>(std::llround(*v));
            else
                in[i.key] = *v;
        } else if (type == "list_number") {
            const bool two = i.field.contains("dimensions");
            Json all = Json::array();
            bool fine = true;
            for (const auto &row : typed.split(u'/')) {
                Json numbers = Json::array();
                for (const auto &t : row.split(row.contains(u';') ? u';' : u',', Qt::SkipEmptyParts)) {
                    const auto v = number(t.trimmed());
                    if (!v) {
                        fine = false;
                        break;
                    }
                    numbers.push_back(*v);
                }
                if (two)
                    all.push_back(numbers);
                else
                    for (const auto &x : numbers)
                        all.push_back(x);
            }
            if (fine) in[i.key] = all;
        } else if (type == "list_text") {
            Json all = Json::array();
            for (const auto &t : typed.split(u',', Qt::SkipEmptyParts))
                all.push_back(t.trimmed().toStdString());
            in[i.key] = all;
        } else if (type == "text") {
            in[i.key] = typed.toStdString();
        } else {
            auto json = Json::parse(typed.toStdString(), nullptr, false);
            if (json.is_discarded())
                wrong(u"This is not JSON: check brackets and quotes."_s);
            else
                in[i.key] = std::move(json);
        }
    }
    return in;
}

void BenchBook::compute() {
    QString problem;
    const auto in = readInputs(&problem);
    QStringList put;
    for (const auto &i : m_inputs)
        if (in.contains(i.key))
            put << QString::fromStdString(i.field.value("symbol", i.field.value("what", i.key))) + u" = "_s +
                       shownValue(in[i.key]) +
                       (shownUnit(i.field.value("unit", std::string("-"))).isEmpty()
                            ? QString()
                            : u"\u00a0"_s + shownUnit(i.field.value("unit", std::string("-"))));
    const auto *formula = book::formulaOf(m_name);
    m_formula->setText((formula ? text(formula->lines) : QString()) +
                       (put.isEmpty() ? QString() : u"\nput in: "_s + put.join(u", "_s)));
    m_outputsJson = Json::object();
    m_outputs->clear();
    m_notes->clear();
    const auto *d = book::description(m_name);
    std::optional<book::Outcome> outcome;
    QStringList wanted;
    for (const auto &i : m_inputs)
        if (i.field.value("required", false) && !in.contains(i.key) && !i.field.contains("default"))
            wanted << QString::fromStdString(i.field.value("what", i.key));
    if (problem.isEmpty() && !wanted.isEmpty()) problem = u"Still wanted: "_s + wanted.join(u", "_s) + u"."_s;
    if (problem.isEmpty()) {
        auto r = book::calculate(m_name, in);
        if (r)
            outcome = std::move(*r);
        else
            problem = QString::fromStdString(r.error());
    }
    if (!outcome) {
        m_bigLabel->setText(u"Not known"_s);
        m_big->clear();
        m_notes->setText(problem);
    } else {
        m_outputsJson = outcome->outputs;
        QStringList lines;
        std::string answer = formula ? std::string(formula->answer) : std::string();
        for (const auto &f : d->at("outputs")) // the first that came out, where no other is the answer
            if (!m_outputsJson.contains(answer) && m_outputsJson.contains(f.at("key").get<std::string>()))
                answer = f.at("key");
        for (const auto &f : d->at("outputs")) {
            const auto key = f.at("key").get<std::string>();
            if (!m_outputsJson.contains(key)) continue;
            const QString unit = shownUnit(f.value("unit", std::string("-")));
            const QString what = key == "verdict" ? u"verdict"_s : QString::fromStdString(f.value("what", key)),
                          value = shownValue(m_outputsJson[key]) + (unit.isEmpty() ? QString() : u"\u00a0"_s + unit);
            if (key == answer) {
                m_bigLabel->setText(what.left(1).toUpper() + what.mid(1));
                m_big->setFont(face(value.size() > 14 ? 18 : 26, true));
                m_big->setText(value.left(60));
            }
            lines << what + u":  "_s + value;
        }
        m_outputs->setText(lines.join(u'\n'));
        QStringList notes;
        for (const auto &n : outcome->notes)
            notes << QString::fromStdString(n);
        m_notes->setText(notes.join(u'\n'));
    }
    m_notes->setVisible(!m_notes->text().isEmpty());
    QStringList would;
    bool any = false;
    for (const auto &u : book::designUses()) {
        if (u.calculation != m_name) continue;
        any = true;
        const std::string key(u.key);
        const Json value = m_outputsJson.contains(key) ? m_outputsJson[key] : in.contains(key) ? in[key] : Json();
        if (outcome && value.is_number()) {
            const QString field = text(u.field).replace(u"design/"_s, u"designs/A/"_s);
            const auto *spec = fieldAt((u"axes/x/"_s + field).toStdString());
            would << text(spec ? spec->label : u.field) + u" becomes "_s + shownValue(value);
        }
    }
    m_use->setVisible(any);
    m_use->setEnabled(!would.isEmpty() && !m_axis.empty());
    m_useWords->setVisible(any);
    m_useWords->setText(would.isEmpty()  ? u"Nothing to use yet."_s
                        : m_axis.empty() ? u"No axis is open."_s
                                         : QString::fromStdString(m_axis) + u": "_s + would.join(u"; "_s));
}

void BenchBook::enter(const QString &key, const QString &typed) {
    for (auto &i : m_inputs) {
        if (QString::fromStdString(i.key) != key) continue;
        if (auto *line = qobject_cast<QLineEdit *>(i.widget))
            line->setText(typed);
        else if (auto *box = qobject_cast<QComboBox *>(i.widget))
            box->setCurrentText(typed);
    }
    compute();
}

QString BenchBook::result() const { return m_big->text().isEmpty() ? m_notes->text() : m_big->text(); }

void BenchBook::use() {
    if (!m_use->isVisibleTo(this) || !m_use->isEnabled())
        return emit said(u"This calculation changes nothing in the design."_s);
    QString problem;
    const auto in = readInputs(&problem);
    std::vector<Patch> patches;
    for (const auto &u : book::designUses()) {
        if (u.calculation != m_name) continue;
        const std::string key(u.key);
        const Json value = m_outputsJson.contains(key) ? m_outputsJson[key] : in.contains(key) ? in[key] : Json();
        if (!value.is_number()) continue;
        std::string field(u.field);
        if (field.rfind("design/", 0) == 0) field = "designs/" + m_session->design(m_axis) + "/" + field.substr(7);
        const std::string pointer = "/axes/" + m_axis + "/" + field;
        const auto *spec = fieldAt(pointer);
        if (!spec) continue;
        // the key's unit is written with the number, so that it is read for what it is
        std::string unit;
        for (const char *side : {"inputs", "outputs"})
            for (const auto &f : book::description(m_name)->at(side))
                if (f.at("key") == key)
                    if (const auto t = typedUnit(f.value("unit", std::string("-")))) unit = t->second;
        patches.push_back({pointer,
                           {{"typed", numberText(value.get<double>(), 9) + unit},
                            {"standing", "computed"},
                            {"note", "bench book: " + std::string(m_name)}}});
        if (field.find("moving_mass/book") != std::string::npos)
            patches.push_back({"/axes/" + m_axis + "/survey/moving_mass/book/name", "from the bench book"});
    }
    if (patches.empty()) return;
    m_session->apply({patches, u"bench book: "_s + m_title->text()});
    emit said(u"Used in %1. Ctrl+Z takes it back."_s.arg(QString::fromStdString(m_axis)));
}

void BenchBook::keyPressEvent(QKeyEvent *e) {
    if (e->key() == Qt::Key_Escape) {
        hide();
        emit closed();
        return;
    }
    QFrame::keyPressEvent(e);
}
bool BenchBook::eventFilter(QObject *o, QEvent *e) {
    if (e->type() == QEvent::KeyPress) {
        auto *k = static_cast<QKeyEvent *>(e);
        if (k->key() == Qt::Key_Escape) {
            hide();
            emit closed();
            return true;
        }
        if (o == m_words && (k->key() == Qt::Key_Down || k->key() == Qt::Key_Up)) {
            int row = m_list->currentRow();
            const int by = k->key() == Qt::Key_Down ? 1 : -1;
            do
                row += by;
            while (row >= 0 && row < m_list->count() && m_list->item(row)->data(Qt::UserRole).toString().isEmpty());
            if (row >= 0 && row < m_list->count()) m_list->setCurrentRow(row);
            return true;
        }
        if ((o == m_words || o == m_list) && (k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter) &&
            !m_inputs.empty()) {
            m_inputs.front().widget->setFocus();
            return true;
        }
        if (o == m_list && k->key() == Qt::Key_U) {
            use();
            return true;
        }
    }
    return QFrame::eventFilter(o, e);
}

} // namespace lw
