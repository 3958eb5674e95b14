#include "picture/theme.h"
#include <QFontDatabase>

inline void loadFontResources() { Q_INIT_RESOURCE(fonts); }

namespace lw {
using namespace Qt::StringLiterals;
namespace {
bool isDark = false, isPrint = false;
}

const Theme &lightTheme() {
    static const Theme t{false,    0xEFE8D9, 0xFBF8F0, 0xFFFEFA, 0xF1EADB, 0xE2D8C3, 0x221E18, 0x51493D,
                         0x6A6153, 0xD3C8B2, 0x8B806C, 0x1B578C, 0xDBE6EE, 0x25663A, 0x8A5300, 0xA3281B,
                         0x56525F, 0xE1EBDA, 0xF5E7C6, 0xF6DFD5, 0xE8E4DE, 0x2B2721, 0xFBF8F0};
    return t;
}
const Theme &darkTheme() {
    static const Theme t{true,     0x191714, 0x23201C, 0x2C2823, 0x2F2B26, 0x3C372F, 0xF1E8D8, 0xC6BAA6,
                         0xA89C89, 0x3D382F, 0x7D7262, 0x86BDEB, 0x223443, 0x83C891, 0xE6B257, 0xF2907A,
                         0xBAB3C2, 0x25342A, 0x3B301B, 0x42261F, 0x312E33, 0x0E0C0A, 0x1B1916};
    return t;
}
const Theme &printTheme() {
    static const Theme t = [] {
        Theme p = lightTheme();
        p.paper = p.sheet = p.field = p.onInk = Qt::white;
        p.touchWash = p.holdsWash = p.watchWash = p.failsWash = p.unknownWash = Qt::white;
        p.part = 0xF4F4F4;
        p.part2 = 0xE4E4E4;
        p.ink = p.belt = Qt::black;
        p.ink2 = 0x303030;
        p.ink3 = 0x505050;
        p.rule = 0xC8C8C8;
        p.rule2 = 0x888888;
        p.touch = p.holds = p.watch = p.fails = p.unknown = Qt::black; // the shapes tell them apart
        return p;
    }();
    return t;
}
PrintScope::PrintScope() : m_before(isPrint) { isPrint = true; }
PrintScope::~PrintScope() { isPrint = m_before; }
const Theme &theme() { return isPrint ? printTheme() : isDark ? darkTheme() : lightTheme(); }
bool onPaper() { return isPrint; }
void setDarkTheme(bool dark) { isDark = dark; }

bool loadFonts() {
    loadFontResources();
    bool ok = true;
    for (const auto &f : {u":/fonts/LathewrightSans-Regular.otf"_s, u":/fonts/LathewrightSans-Bold.otf"_s,
                          u":/fonts/LathewrightSans-Italic.otf"_s, u":/fonts/LathewrightMono-Regular.otf"_s})
        ok &= QFontDatabase::addApplicationFont(f) >= 0;
    return ok;
}

int &letterWidth() {
    static int width = 100;
    return width;
}
QFont face(int px, bool bold, bool italic) {
    QFont f(u"Lathewright Sans"_s);
    f.setPixelSize(px);
    if (letterWidth() != 100) f.setStretch(letterWidth());
    f.setBold(bold);
    f.setItalic(italic);
    return f;
}
QFont mono(int px) {
    QFont f(u"Lathewright Mono"_s);
    f.setPixelSize(px);
    if (letterWidth() != 100) f.setStretch(letterWidth());
    return f;
}

} // namespace lw
