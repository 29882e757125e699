// An area that plants are kept out of.
#pragma once

#include <vector>

#include "core/base/vec.h"

namespace thallos {

struct Clearing {
    std::vector<std::vector<V2f>> areas; // handles
};

} // namespace thallos
