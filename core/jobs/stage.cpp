#include "core/jobs/stage.h"

#include <algorithm>
#include <cmath>

namespace thallos {

Stage stageOf(const PlantLibrary& library, const std::vector<StageEntry>& entries, bool figure, float bearing) {
    Stage out;
    out.bearing = bearing;
    float at = 0, person = 0, tall = figure ? 1.8f : 0.02f;
    Specimens row;
    const auto addFigure = [&] {
        at += 0.45f;
        person = at;
        at += 0.45f;
    };
    for (size_t i = 0; i < entries.size(); ++i) {
        const StageEntry& e = entries[i];
        const Individual& one = library.individual(IndividualId::of(e.species, e.individual));
        const float half = std::max(one.spread / 2, 0.02f) * 1.06f;
        at += half;
        row.specimens.push_back({library.species()[e.species].recipe.name, {at, 0}, e.yaw, 1, e.individual});
        at += half;
        tall = std::max(tall, one.height);
        if (figure && i == 0) addFigure();
    }
    if (figure && entries.empty()) addFigure();
    out.wide = std::max(at, 0.05f);
    out.tall = tall;
    // As much ground as the camera may stand on.
    const float size = std::clamp(std::ceil(6 * std::max(out.wide, 2.2f * tall) / 16) * 16, 32.0f, 512.0f);
    Project p = newProject({size, size}, 1, "stage");
    Ground g = *p.ground;
    g.relief = {1, 0, 90, 0.4f, {0, 0}};
    p = withGround(p, g);
    const V2f right(std::cos(bearing), -std::sin(bearing));
    for (Specimen& s : row.specimens) {
        s.at = right * (s.at.x - at / 2);
        s.yaw -= bearing;
    }
    p = added(p, "Row", row);
    if (figure) p = added(p, "Person", Figure{right * (person - at / 2), 0.4f - bearing});
    out.project = p;
    return out;
}

Camera cameraOf(const Stage& stage, const BuiltSite& site, float aspect, float near) {
    const float bearing = stage.bearing;
    Camera c;
    c.aspect = aspect;
    c.focal = 35;
    const float across = c.sensor / c.focal / (aspect < 1 ? 1 / aspect : 1);
    const float distance = std::max(1.08f * stage.wide, 1.2f * stage.tall * aspect) / near / across;
    const V2f along(std::sin(bearing), std::cos(bearing));
    const float base = site.field.at({0, 0});
    const V2f from = along * -distance;
    const float eye = std::min(1.6f, 0.7f * distance);
    c.position = V3f(from.x, from.y, base + eye);
    c.yaw = bearing;
    // The ground stays at the picture's lower edge: the foot is what one comes near for.
    const float aim = std::min(0.47f * stage.tall, 0.4f * distance * across / aspect);
    c.pitch = std::atan2(aim - eye, distance);
    return distance > 2 ? upright(c) : c;
}

float bearingInLight(const V3f& toSun) {
    const float sun = std::atan2(toSun.x, toSun.y);
    return sun + kPi - radians(48);
}

} // namespace thallos
