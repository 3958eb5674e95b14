// Colours, type and pens of every drawing and screen: paper, ink and one blue.
#pragma once

#include "proof/finding.h"
#include <QColor>
#include <QFont>
#include <QString>

namespace lw {

struct Theme {
    bool dark;
    QColor paper, sheet, field, part, part2, ink, ink2, ink3, rule, rule2, touch, touchWash, holds, watch, fails,
        unknown, holdsWash, watchWash, failsWash, unknownWash, belt, onInk;
    [[nodiscard]] QColor of(Verdict v) const {
        return v == Verdict::Holds ? holds : v == Verdict::Watch ? watch : v == Verdict::Fails ? fails : unknown;
    }
    [[nodiscard]] QColor wash(Verdict v) const {
        return v == Verdict::Holds   ? holdsWash
               : v == Verdict::Watch ? watchWash
               : v == Verdict::Fails ? failsWash
                                     : unknownWash;
    }
};
const Theme &lightTheme();
const Theme &darkTheme();
/// The theme all painters use now.
const Theme &theme();
void setDarkTheme(bool dark);
/// Black on white, washes dropped: what paper takes. In force while one stands.
const Theme &printTheme();
class PrintScope {
public:
    PrintScope();
    ~PrintScope();
    PrintScope(const PrintScope &) = delete;
    PrintScope &operator=(const PrintScope &) = delete;

private:
    bool m_before;
};

/// Whether a PrintScope stands: nothing can be dragged there.
bool onPaper();

/// Loads the shipped typeface; needs the application to exist. False when the program was built without it.
bool loadFonts();
/// Our face at a pixel size.
/// Per cent of their own width at which letters are set, 100 to 130: another script or another typeface is wider than
/// ours, and what is built with room to spare holds it. Set before the window is made.
int &letterWidth();
/// A width chosen for our own letters, px, in the letters that are set.
inline int lettered(int px) { return px * letterWidth() / 100; }
QFont face(int px, bool bold = false, bool italic = false);
QFont mono(int px);

inline QString text(std::string_view s) { return QString::fromUtf8(s.data(), qsizetype(s.size())); }

} // namespace lw
