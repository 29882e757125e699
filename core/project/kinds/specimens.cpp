#include <algorithm>
#include <cmath>

#include "core/base/hash.h"
#include "core/planting/species.h"
#include "core/project/kinds/kind.h"
#include "core/project/move.h"
#include "core/project/snap.h"

namespace thallos {

namespace {

Box2f planOf(const Specimens& p) {
    Box2f box;
    for (const Specimen& s : p.specimens) box.extendBy(s.at);
    return box;
}

void move(Specimens& p, const Moving& m) {
    for (size_t i = 0; i < p.specimens.size(); ++i) {
        if (m.specimen >= 0 && i != static_cast<size_t>(m.specimen)) continue;
        Specimen& s = p.specimens[i];
        s.at = m.to(s.at);
        s.yaw += m.by.turn;
        s.scale = std::clamp(s.scale * m.by.size, 0.05f, 10.0f);
    }
}

void write(const Specimens& p, nlohmann::json& j, const BlobSink&) {
    j["specimens"] = nlohmann::json::array();
    for (const Specimen& s : p.specimens)
        j["specimens"].push_back({{"species", s.species},
                                  {"at_m", toJson(s.at)},
                                  {"turn_deg", toDegrees(s.yaw)},
                                  {"scale", s.scale},
                                  {"individual", s.individual}});
}

Specimens read(const JsonReader& in, BlobReader&) {
    Specimens p;
    in.at("specimens").each([&](const JsonReader& s) {
        p.specimens.push_back({s.at("species").text(), s.at("at_m").v2(), s.at("turn_deg").angle(),
                               s.at("scale").real(), s.at("individual").small()});
    });
    return p;
}

PlantRecord recordOf(const Specimen& s, size_t index, Id item, int species, const PlantLibrary& library,
                     const PlantingSite& site) {
    PlantRecord r{};
    r.x = s.at.x;
    r.y = s.at.y;
    r.z = site.height(s.at);
    if (floats(library.species()[species].recipe.kind)) r.z = std::max(r.z, site.waterLevel(s.at));
    r.key = static_cast<uint32_t>(index);
    const float turns = s.yaw / (2 * kPi);
    r.yaw = static_cast<uint16_t>((turns - std::floor(turns)) * 65535);
    r.scale = static_cast<uint16_t>(std::clamp(s.scale * 4096, 1.0f, 65535.0f));
    r.tint = static_cast<uint8_t>(mix(item.value, index));
    r.individual = IndividualId::of(species, s.individual);
    r.item = static_cast<uint32_t>(item.value);
    return r;
}

Sower sower(const Specimens& p, Id id, const PlantLibrary& library, std::vector<std::string>& missing) {
    std::vector<int> species;
    for (const Specimen& s : p.specimens) {
        species.push_back(library.find(s.species));
        if (species.back() < 0) missing.push_back(s.species);
    }
    return [&p, id, &library, species = std::move(species)](const Box2f& window, const PlantingSite& site,
                                                            std::vector<PlantRecord>& out) {
        for (size_t i = 0; i < p.specimens.size(); ++i) {
            const Specimen& s = p.specimens[i];
            if (s.at.x < window.min.x || s.at.y < window.min.y || s.at.x >= window.max.x || s.at.y >= window.max.y)
                continue;
            if (species[i] >= 0) out.push_back(recordOf(s, i, id, species[i], library, site));
        }
    };
}

} // namespace

template <> const Kind<Specimens>& kindOf<Specimens>() {
    static const Kind<Specimens> kind{
        .name = "specimens",
        .since = 1,
        .inPicture = true,
        .extent = planOf,
        .hold = [](const Specimens& p, const HeightField* ground) { return onGround(planOf(p), ground); },
        .move = move,
        .lift = kNothing,
        .limits =
            [](Specimens& p, Limits& tell) {
                for (Specimen& s : p.specimens) {
                    tell.range("a size", s.scale, 0.05f, 10);
                    tell.point("a place", s.at);
                    tell.turn("a turn", s.yaw);
                    tell.range("an individual", s.individual, 0, 2);
                }
            },
        .write = write,
        .read = read,
        .snap =
            [](const Specimens& p, SnapTargets& targets) {
                for (const Specimen& s : p.specimens) targets.items.push_back(s.at);
            },
        .footprint = kNothing,
        .plantsTouched =
            [](const Specimens& p) {
                return PlantsTouched{planOf(p), true};
            },
        .sower = sower,
        .species =
            [](const Specimens& p, std::vector<std::string>& out) {
                for (const Specimen& s : p.specimens) out.push_back(s.species);
            },
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
