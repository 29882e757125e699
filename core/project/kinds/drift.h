// A natural group of plants over an area: the planting says what it holds.
#pragma once

#include "core/planting/drift.h" // Drift
