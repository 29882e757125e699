// How much of the view a form covers.
#pragma once

#include "core/planting/form.h"

namespace thallos {

// m2, mean of what is covered when seen level from two sides.
float silhouette(const Form& form);

} // namespace thallos
