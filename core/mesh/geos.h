// Handles of the geometry library (GEOS), freed with their context. For core's own sources.
#pragma once

#include <functional>
#include <memory>

#include <geos_c.h>

namespace thallos {

using Geometry = std::unique_ptr<GEOSGeometry, std::function<void(GEOSGeometry*)>>;

struct Geos {
    GEOSContextHandle_t context = GEOS_init_r(); // of one thread
    Geos() = default;
    Geos(const Geos&) = delete;
    Geos& operator=(const Geos&) = delete;
    ~Geos() { GEOS_finish_r(context); }
    Geometry own(GEOSGeometry* g) const { // null when the library gave up
        return Geometry(g, [c = context](GEOSGeometry* x) {
            if (x) GEOSGeom_destroy_r(c, x);
        });
    }
};

} // namespace thallos
