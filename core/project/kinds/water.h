// A pond or pool: the ground says what it covers.
#pragma once

#include "core/ground/water.h" // Water
