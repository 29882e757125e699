// What was shaped by hand with brushes: metres added to the ground, as a layer of its own.
#pragma once

#include "core/ground/brush.h"
