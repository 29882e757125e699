#include "core/project/climb.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"

namespace thallos {

namespace {

void write(const Climber& c, nlohmann::json& j, const BlobSink&) {
    j["species"] = c.species;
    j["on"] = c.on.value;
    j["foot_m"] = toJson(c.foot);
    j["facing_deg"] = toDegrees(c.facing);
    j["width_m"] = c.width;
    j["height_m"] = c.height;
    j["seed"] = c.seed;
}

Climber read(const JsonReader& in, BlobReader&) {
    return {in.at("species").text(), Id{in.at("on").natural()}, in.at("foot_m").v3(),   in.at("facing_deg").angle(),
            in.at("width_m").real(), in.at("height_m").real(),  in.at("seed").natural()};
}

// On a building it is in the building's axes; with a specimen it goes along.
bool follow(Climber& c, const Body& on, const Moving& m) {
    const auto* planting = std::get_if<Specimens>(&on);
    const Specimen* s = planting ? specimenOf(*planting, c) : nullptr;
    if (!s || (m.specimen >= 0 && s - planting->specimens.data() != m.specimen)) return false;
    const V2f at = m.to(s->at);
    c.foot = {at.x, at.y, 0};
    return true;
}

} // namespace

template <> const Kind<Climber>& kindOf<Climber>() {
    static const Kind<Climber> kind{
        .name = "climber",
        .since = 6,
        .inPicture = true,
        .extent = kNothing,
        .hold = kNothing,
        .move = kNothing,
        .lift = kNothing,
        .limits =
            [](Climber& c, Limits& tell) {
                tell.point("the foot", c.foot);
                tell.turn("the facing", c.facing);
                tell.range("the width", c.width, 0.3f, 40);
                tell.range("the height", c.height, 0.3f, 30);
            },
        .write = write,
        .read = read,
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing,
        .sower = kNothing,
        .species = [](const Climber& c, std::vector<std::string>& out) { out.push_back(c.species); },
        .surfaces = kNothing,
        .anchor = &Climber::on,
        .standsOn =
            [](const Body& on) {
                return std::holds_alternative<Building>(on) || std::holds_alternative<Specimens>(on);
            },
        .adrift = Text("What %w climbs on is missing"),
        .follow = follow,
        .rebased =
            [](Climber& c, Id building, const V3f& shift, float) {
                if (c.on == building) c.foot += shift;
                return c.on == building;
            },
    };
    return kind;
}

} // namespace thallos
