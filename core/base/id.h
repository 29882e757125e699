// Permanent identity of items. An id is given once and never used again in a project.
#pragma once

#include <cstdint>
#include <functional>

namespace thallos {

struct Id {
    uint64_t value = 0; // 0: none
    explicit operator bool() const { return value != 0; }
    auto operator<=>(const Id&) const = default;
};

} // namespace thallos

template <> struct std::hash<thallos::Id> {
    size_t operator()(thallos::Id id) const noexcept { return std::hash<uint64_t>()(id.value); }
};
