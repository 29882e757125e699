#include "core/jobs/stage.h"

#include <algorithm>
#include <cmath>

namespace thallos {

namespace {

// A level site, as large as the camera needs to stand on.
Project lawnFor(float wide, float tall) {
    const float size = std::clamp(std::ceil(6 * std::max(wide, 2.2f * tall) / 16) * 16, 32.0f, 512.0f);
    return newProject({size, size}, 1, "stage");
}

constexpr float kFigureRoom = 0.9f; // metres that the figure takes of the width

} // namespace

Stage stageOf(const PlantLibrary& library, const std::vector<StageEntry>& entries, bool figure, float bearing) {
    Stage out;
    out.bearing = bearing;
    float at = 0, person = 0, tall = figure ? 1.8f : 0.02f;
    Specimens row;
    const auto addFigure = [&] {
        person = at + kFigureRoom / 2;
        at += kFigureRoom;
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
    Project p = lawnFor(out.wide, tall);
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

Stage stageOf(const std::shared_ptr<const Model>& model, float yaw, float bearing) {
    Stage out;
    out.bearing = bearing;
    const V3f size = bounds(*model).size();
    const float across = xy(size).length(); // however it is turned
    out.wide = across + kFigureRoom;
    out.tall = std::max(size.z, 1.8f);
    out.deep = 0.35f * across;
    out.eye = 1.6f + 0.22f * across; // from above: its plan is seen too
    Building b;
    b.model = model;
    b.surfaces = model->materials;
    const V2f right(std::cos(bearing), -std::sin(bearing));
    out.project = added(lawnFor(out.wide, out.tall), "Model", b);
    out.project = added(out.project, "Person", Figure{right * (across / 2 + kFigureRoom / 2), 0.4f - bearing});
    return turned(out, yaw);
}

Stage turned(const Stage& stage, float yaw) {
    Stage out = stage;
    for (const char* name : {"Row", "Model"}) {
        const Item* found = find(stage.project, name);
        if (!found) continue;
        Item item = *found;
        if (auto* row = std::get_if<Specimens>(&item.body)) row->specimens.front().yaw = yaw - stage.bearing;
        if (auto* model = std::get_if<Building>(&item.body)) model->yaw = yaw - stage.bearing;
        out.project = replaced(stage.project, item);
    }
    return out;
}

Camera cameraOf(const Stage& stage, const BuiltSite& site, float aspect, float near) {
    const float bearing = stage.bearing;
    Camera c;
    c.aspect = aspect;
    c.focal = 35;
    const float across = c.sensor / c.focal / (aspect < 1 ? 1 / aspect : 1);
    const float distance = std::max(1.08f * stage.wide, 1.2f * stage.tall * aspect) / near / across + stage.deep;
    const V2f along(std::sin(bearing), std::cos(bearing));
    const float base = site.land.field.at({0, 0});
    const V2f from = along * -distance;
    const float eye = std::min(stage.eye, 0.7f * distance);
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
