// Time and memory of what a benchmark does.
#pragma once

#include <algorithm>
#include <chrono>
#include <fstream>
#include <functional>
#include <vector>

#include <unistd.h>

inline double milliseconds(const std::function<void()>& act) {
    const auto start = std::chrono::steady_clock::now();
    act();
    return std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - start).count();
}

// Of `times` figures.
inline double median(int times, const std::function<double()>& figure) {
    std::vector<double> all;
    for (int i = 0; i < times; ++i) all.push_back(figure());
    std::sort(all.begin(), all.end());
    return all[all.size() / 2];
}

inline double medianMilliseconds(int times, const std::function<void()>& act) {
    return median(times, [&] { return milliseconds(act); });
}

// Of this process.
inline double residentMib() {
    std::ifstream in("/proc/self/statm");
    long pages = 0, resident = 0;
    in >> pages >> resident;
    return static_cast<double>(resident) * static_cast<double>(sysconf(_SC_PAGESIZE)) / (1 << 20);
}
