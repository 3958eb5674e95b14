// Precompiled for everything above the core (see CMakeLists.txt): what most of its files include. No file includes it.
#pragma once

#include "core/json.h"
#include "core/units/quantity.h"
#include "proof/words/narrate.h"
#include "session/session.h"
#include <QUndoStack>
#include "app/widgets.h"
#include <algorithm>
#include <cmath>
#include <functional>
#include <map>
#include <memory>
#include <optional>
#include <set>
