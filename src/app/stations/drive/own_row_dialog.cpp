#include "app/stations/drive/own_row_dialog.h"
#include "app/widgets.h"
#include "app/window/files.h"
#include "catalogue/catalogue.h"
#include "session/user_data.h"
#include <QFormLayout>

namespace lw {
using namespace Qt::StringLiterals;

namespace {
/// "rated_current_A" as a person reads it: "Rated current, A".
QString columnWords(QString column) {
    static const QHash<QString, QString> units{{u"mm"_s, u"mm"_s},     {u"Nm"_s, u"N·m"_s},  {u"A"_s, u"A"_s},
                                               {u"ohm"_s, u"Ω"_s},     {u"mH"_s, u"mH"_s},   {u"gcm2"_s, u"g cm²"_s},
                                               {u"us"_s, u"µs"_s},     {u"um"_s, u"µm"_s},   {u"N"_s, u"N"_s},
                                               {u"days"_s, u"days"_s}, {u"volts"_s, u"V"_s}, {u"watts"_s, u"W"_s}};
    static const QHash<QString, QString> whole{{u"volts"_s, u"Voltage, V"_s},
                                               {u"watts"_s, u"Power, W"_s},
                                               {u"volts_least"_s, u"Supply at least, V"_s},
                                               {u"volts_most"_s, u"Supply at most, V"_s},
                                               {u"price_per_m"_s, u"Price a metre"_s},
                                               {u"stiffness_N_um"_s, u"Stiffness, N/µm"_s},
                                               {u"stiffness_Nm_rad"_s, u"Stiffness, N·m/rad"_s}};
    if (whole.contains(column)) return whole[column];
    const auto cut = column.lastIndexOf(u'_');
    QString unit;
    if (cut > 0 && units.contains(column.mid(cut + 1))) {
        unit = u", "_s + units[column.mid(cut + 1)];
        column.truncate(cut);
    }
    column.replace(u'_', u' ');
    if (!column.isEmpty()) column[0] = column[0].toUpper();
    return column + unit;
}
/// A shipped row in the same words, to see what is asked.
QString example(const QString &column) {
    static const QHash<QString, QString> said{{u"encoder"_s, u"yes or no"_s},
                                              {u"shaft_both_ends"_s, u"yes or no"_s},
                                              {u"closed_loop"_s, u"yes or no"_s},
                                              {u"damping"_s, u"yes or no"_s},
                                              {u"kind"_s, u"regulated or unregulated"_s},
                                              {u"place"_s, u"fixed or far"_s},
                                              {u"belt_widths_mm"_s, u"9;15"_s},
                                              {u"profile"_s, u"5M"_s},
                                              {u"nut_kind"_s, u"ball nut"_s},
                                              {u"preloaded_nut_price"_s, u"0: none is sold"_s}};
    return said.value(column);
}
} // namespace

OwnRowDialog::OwnRowDialog(QString folder, QWidget *parent) : QDialog(parent), m_folder(std::move(folder)) {
    setObjectName(u"ownRow"_s);
    setWindowTitle(u"A part of my own"_s);
    auto *v = new QVBoxLayout(this);
    m_kind = new QComboBox(this);
    m_kind->setObjectName(u"ownKind"_s);
    m_kind->setAccessibleName(u"Kind of part"_s);
    for (const auto &k : catalogueKinds())
        m_kind->addItem(columnWords(text(k.kind)), text(k.kind));
    connect(m_kind, &QComboBox::currentIndexChanged, this, &OwnRowDialog::build);
    v->addWidget(m_kind);
    m_form = new QFormLayout;
    v->addLayout(m_form);
    m_says = makeLabel({}, 13, Ink::Value, true, true, this);
    m_says->setObjectName(u"ownSays"_s);
    v->addWidget(m_says);
    v->addWidget(makeLabel(u"Kept in your data folder, behind the shipped rows, for every job; the price is yours."_s,
                           13, Ink::Label, false, true, this));
    auto *buttons = new QHBoxLayout;
    buttons->addStretch(1);
    auto *add = makeButton(u"Add"_s, u"ownAdd"_s, this);
    add->setDefault(true);
    connect(add, &QPushButton::clicked, this, &OwnRowDialog::add);
    buttons->addWidget(add);
    auto *no = makeButton(u"Leave it"_s, u"ownLeave"_s, this);
    no->setAutoDefault(false);
    connect(no, &QPushButton::clicked, this, &QDialog::reject);
    buttons->addWidget(no);
    v->addLayout(buttons);
    build();
}

void OwnRowDialog::open(const QString &kind) {
    if (const int k = m_kind->findData(kind); k >= 0) m_kind->setCurrentIndex(k);
    build();
    QDialog::open();
    m_lines.front()->setFocus();
}

void OwnRowDialog::build() {
    while (m_form->rowCount())
        m_form->removeRow(0);
    m_lines.clear();
    m_says->clear();
    const auto kinds = catalogueKinds();
    for (const auto &column : kinds[std::size_t(m_kind->currentIndex())].columns) {
        const QString key = text(column);
        auto *line = new QLineEdit(this);
        line->setObjectName(u"own."_s + key);
        line->setProperty("plain", true);
        line->setAccessibleName(columnWords(key));
        line->setPlaceholderText(example(key));
        m_form->addRow(columnWords(key), line);
        m_lines << line;
    }
}

void OwnRowDialog::add() {
    QStringList cells;
    for (const auto *line : m_lines)
        cells << line->text().trimmed();
    const QString wrong = addOwnRow(m_folder, m_kind->currentData().toString(), cells);
    m_says->setText(wrong);
    if (!wrong.isEmpty()) return; // what was typed stays, to be mended
    accept();
    emit added(cells.value(0));
}

} // namespace lw
