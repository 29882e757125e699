// A relief made of a colour picture where the maker gave none.
#pragma once

#include "core/material/texture.h"

namespace thallos {

// Grey, evened out over large shadows and a little blurred: what is lighter than its neighbours stands out. As wide and
// high as the colour, 2 048 at most; for Maps::height.
Picture reliefOf(const Picture& color);

} // namespace thallos
