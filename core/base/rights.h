// Who made a thing that was brought in, and what may be done with it.
#pragma once

#include <string>

namespace thallos {

// As somebody wrote them down; empty: not told.
struct Rights {
    std::string maker, source, licence, price; // `source`: the file it was read from, or where it was got
    bool operator==(const Rights&) const = default;
};

} // namespace thallos
