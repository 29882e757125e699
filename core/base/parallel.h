// Loops over all cores. The body must not depend on the order of its calls.
#pragma once

#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

namespace thallos {

// body(i) for i in [0, n), in blocks of `grain`.
template <class Body> void parallelFor(int n, Body&& body, int grain = 1) {
    tbb::parallel_for(tbb::blocked_range<int>(0, n, grain), [&](const tbb::blocked_range<int>& r) {
        for (int i = r.begin(); i != r.end(); ++i) body(i);
    });
}

} // namespace thallos
