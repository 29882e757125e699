// Everything that keeps plants out of a place: footprints, clearings, bare covers, water, the site's border.
#pragma once

#include "core/project/built_site.h"
#include "core/project/kinds/kind.h"

namespace thallos {

// Refers to what it is made of. Any number of threads may ask.
class KeptOut {
public:
    KeptOut(const Project& project, const HeightField& field, const std::vector<WaterBody>& waters,
            const BuiltCovers& covers);
    // Whether a plant `spread` metres wide may stand there.
    bool open(const V2f& p, float spread) const;
    // Whether something `spread` metres wide may lie there: outside walls and water, on the site.
    bool clear(const V2f& p, float spread) const;

private:
    struct Area {
        KeepOut keeps;
        Box2f box;
    };
    bool cut(const Area& area, const V2f& p, float spread) const;
    bool cutByAny(const V2f& p, float spread, bool wallsAlone) const;
    bool dry(const V2f& p) const;
    V2i cellOf(const V2f& p) const;
    const Project& project_;
    const HeightField& field_;
    const std::vector<WaterBody>& waters_;
    std::vector<Area> areas_;
    const CoverMap& covers_;
    std::vector<char> bare_; // by number of the cover: plants keep off it
    bool anyBare_ = false;
    // Which areas lie in each cell of a grid over their box; of cell i from first_[i] on.
    Box2f box_;
    float cell_ = 1; // metres
    V2i cells_{0};
    std::vector<uint32_t> first_, inCell_;
};

} // namespace thallos
