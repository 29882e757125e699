// A model that came in another unit or lying on its side, put right without reading it again, and what its size says.
#pragma once

#include "core/exchange/foreign.h"

namespace thallos {

// The same as it would have been read with this unit (metres a unit, > 0) and this axis up ('y' or 'z').
ForeignModel refitted(const ForeignModel& read, float unit, char up);

// The unit that its size makes likely: what the file tells, else that of metre, millimetre, centimetre, inch and foot
// in which it is as large as a building; of several, the one in which most of its parts are as large as doors, then the
// first. As it was read when none is.
float likelyUnit(const ForeignModel& read);

// What is about as large, with its article: "a house", "a piece of furniture". `size` in metres.
Text sizeInWords(const V3f& size);

} // namespace thallos
