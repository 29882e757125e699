// Loops over all cores. The body must not depend on the order of its calls.
#pragma once

#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

#ifdef __SANITIZE_THREAD__
#include <atomic>
#include <thread>
#endif

namespace thallos {

// body(i) for i in [0, n), in blocks of `grain`.
template <class Body> void parallelFor(int n, Body&& body, int grain = 1) {
#ifdef __SANITIZE_THREAD__
    // The thread sanitizer does not see how the task library waits and would take every loop for a race: two plain
    // threads do the work instead.
    static thread_local bool within = false;
    std::atomic<int> next{0};
    auto work = [&] {
        within = true;
        for (int from; (from = next.fetch_add(grain)) < n;)
            for (int i = from; i < std::min(from + grain, n); ++i) body(i);
    };
    if (within) {
        work();
        return;
    }
    std::thread other(work);
    work();
    within = false;
    other.join();
#else
    tbb::parallel_for(tbb::blocked_range<int>(0, n, grain), [&](const tbb::blocked_range<int>& r) {
        for (int i = r.begin(); i != r.end(); ++i) body(i);
    });
#endif
}

} // namespace thallos
