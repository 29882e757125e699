// Plants set by hand, under one name.
#pragma once

#include <vector>

#include "core/planting/drift.h"

namespace thallos {

struct Specimens {
    std::vector<Specimen> specimens;
};

} // namespace thallos
