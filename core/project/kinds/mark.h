// A measured line that was kept.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct Mark {
    std::vector<V3f> points;
};

} // namespace thallos
