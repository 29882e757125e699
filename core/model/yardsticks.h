// Things of known size to hold a model against.
#pragma once

#include "core/model/model.h"

namespace thallos {

Model doorGauge();  // a frame of 0.9 by 2.1 m clear, banded each half metre
Model rangingRod(); // a pole of 5 m, red and white by half metres

} // namespace thallos
