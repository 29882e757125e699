// Layers of values on the ground's grid that items hold: what treats all of them alike (history, files, a site of
// another size) sees them through this.
#pragma once

#include "core/project/kinds/body.h"

namespace thallos {

class LayerVisitor {
public:
    virtual ~LayerVisitor() = default;
    // `everywhere`: every tile is there, and beyond the site's edge its values go on; else they run out.
    virtual void heights(HeightLayer& layer, bool everywhere) = 0;
    virtual void weights(WeightLayer& layer) = 0;
};

// Whether all layers of the body lie on the grid: of another project they may not.
bool layersFit(const Body& body, const GroundGrid& grid);

} // namespace thallos
