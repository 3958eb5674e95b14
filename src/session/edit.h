// An edit: places and their values before and after, and words for people. The crash journal is the list of them.
#pragma once

#include "machine/patch.h"
#include <QString>
#include <vector>

namespace lw {

struct Edit {
    std::vector<Patch> after;
    QString words;         ///< "belt 365 → 375"; shown behind Undo
    QString mergeKey = {}; ///< edits with the same key in a row are one undo (scrubbing, stepping); empty: never
};

} // namespace lw
