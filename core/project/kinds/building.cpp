#include "core/project/kinds/building.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <unordered_map>

#include "core/model/model_blob.h"
#include "core/project/kinds/kind.h"
#include "core/project/model_steps_json.h"
#include "core/project/move.h"
#include "core/project/snap.h"
#include "core/project/surface_json.h"

namespace thallos {

M44f transformOf(const Building& b) {
    const float c = b.scale * std::cos(b.yaw), s = b.scale * std::sin(b.yaw);
    return {c, s, 0, 0, -s, c, 0, 0, 0, 0, b.scale, 0, b.position.x, b.position.y, b.position.z, 1};
}

float footHeight(const Building& b) {
    return b.position.z + std::min(0.0f, bounds(*b.model).min.z * b.scale);
}

std::vector<Polygon> outlinesOf(const Building& b) {
    std::vector<Polygon> out;
    if (b.model)
        for (Polygon o : b.model->outlines) {
            for (V2f& p : o) p *= b.scale;
            out.push_back(moved(o, b.yaw, xy(b.position)));
        }
    return out;
}

namespace {

// The building with another model: surfaces of materials with the same name as the artist has them.
Building withModel(const Building& b, std::shared_ptr<const Model> model) {
    Building out = b;
    out.surfaces.clear();
    for (const Surface& material : model->materials) {
        const auto& old = b.model->materials;
        const auto same =
            std::find_if(old.begin(), old.end(), [&](const Surface& m) { return m.name == material.name; });
        const auto i = static_cast<size_t>(same - old.begin());
        if (same == old.end() || i >= b.surfaces.size() || b.surfaces[i] == *same) {
            out.surfaces.push_back(material);
            continue;
        }
        Surface own = b.surfaces[i];
        for (const Map map : kMaps) // a picture that is the file's own is that of the new file
            if (own.maps.*map == same->maps.*map) own.maps.*map = material.maps.*map;
        out.surfaces.push_back(std::move(own));
    }
    out.model = std::move(model);
    return out;
}

} // namespace

Building withStep(const Building& b, ModelStep step) {
    Building out = withModel(b, applied(b.model, {step}).model);
    // A material of its own begins as the artist has the one it was made of.
    if (const auto* dress = std::get_if<MaterialStep>(&step); dress && out.surfaces.size() > b.surfaces.size()) {
        const std::vector<std::string> keys = partKeys(*b.model);
        for (size_t i = 0; i < keys.size() && !dress->parts.empty(); ++i)
            if (keys[i] == dress->parts.front()) {
                Surface own = b.surfaces[static_cast<size_t>(b.model->parts[i].material)];
                own.name = dress->material;
                out.surfaces.back() = std::move(own);
            }
    }
    if (!out.source) out.source = b.model;
    out.steps.push_back(std::move(step));
    return out;
}

Building withSteps(const Building& b, std::vector<ModelStep> steps) {
    const auto source = b.source ? b.source : b.model;
    Building out = withModel(b, applied(source, steps).model);
    out.source = steps.empty() ? nullptr : source;
    out.steps = std::move(steps);
    return out;
}

namespace {

// Whether the two look the same but for float noise.
bool isSame(const Mesh& a, const Mesh& b, const V3f& shift) {
    if (a.positions.size() != b.positions.size() || a.triangles != b.triangles) return false;
    for (size_t i = 0; i < a.positions.size(); ++i)
        if (!((a.positions[i] + shift - b.positions[i]).length2() <= 1e-8f)) return false;
    return true;
}

} // namespace

Reimported reimported(const Building& b, const std::shared_ptr<const Model>& source, const V3f& shift) {
    Reimported out;
    const Model& old = b.source ? *b.source : *b.model;
    std::vector<std::string> before = partKeys(old), after = partKeys(*source);
    std::unordered_map<std::string, size_t> at;
    for (size_t i = 0; i < after.size(); ++i) at.emplace(after[i], i);
    for (size_t i = 0; i < before.size(); ++i) {
        const auto same = at.find(before[i]);
        if (same == at.end())
            out.went.push_back(before[i]);
        else if (!isSame(*old.parts[i].mesh, *source->parts[same->second].mesh, shift))
            out.changed.push_back(before[i]);
    }
    const std::set<std::string> known(before.begin(), before.end());
    for (const std::string& key : after)
        if (!known.count(key)) out.came.push_back(key);
    // Places that steps name lie where they did in the file.
    std::vector<ModelStep> steps = b.steps;
    for (ModelStep& s : steps) {
        if (auto* repeat = std::get_if<RepeatStep>(&s)) repeat->centre += xy(shift);
        if (auto* bend = std::get_if<BendStep>(&s)) bend->centre += xy(shift);
    }
    Stepped stepped = applied(source, steps);
    out.missing = std::move(stepped.missing);
    out.building = withModel(b, std::move(stepped.model));
    out.building.source = steps.empty() ? nullptr : source;
    out.building.steps = std::move(steps);
    // What stayed where it was in the file stays where it is on the site.
    V3f by;
    M44f turn = transformOf(b);
    turn[3][0] = turn[3][1] = turn[3][2] = 0;
    turn.multDirMatrix(shift, by);
    out.building.position -= by;
    out.building.laidFrom += shift;
    out.shift = shift;
    return out;
}

std::vector<int> hiddenParts(const Building& b) {
    std::vector<int> out;
    if (b.hidden.empty()) return out;
    const std::set<std::string> names(b.hidden.begin(), b.hidden.end());
    const std::vector<std::string> keys = partKeys(*b.model);
    for (size_t i = 0; i < keys.size(); ++i)
        if (names.count(keys[i])) out.push_back(static_cast<int>(i));
    return out;
}

float seatHeight(const Building& b, const HeightField& field) {
    double sum = 0;
    int n = 0;
    for (const Polygon& o : outlinesOf(b))
        for (size_t i = 0; i < o.size(); ++i) {
            const V2f a = o[i], step = o[(i + 1) % o.size()] - a;
            const int pieces = std::max(1, static_cast<int>(step.length()));
            for (int k = 0; k < pieces; ++k, ++n)
                sum += field.at(a + step * (static_cast<float>(k) / static_cast<float>(pieces)));
        }
    return n ? static_cast<float>(sum / n) : field.at(xy(b.position));
}

namespace {

Box2f planOf(const Building& b) {
    Box2f box(xy(b.position));
    for (const Polygon& o : outlinesOf(b)) box.extendBy(bounds(o));
    return box;
}

void move(Building& b, const Moving& m) {
    const float over = m.ground ? b.position.z - seatHeight(b, *m.ground) : 0;
    const V2f at = m.to(xy(b.position));
    b.position = {at.x, at.y, b.position.z};
    b.yaw += m.by.turn;
    b.scale = std::clamp(b.scale * m.by.size, 1e-3f, 1e3f);
    if (m.ground) b.position.z = seatHeight(b, *m.ground) + over;
    b.position.z += m.by.by.z;
}

struct StepLimits {
    Limits& tell;
    void operator()(CureStep& s) const { tell.range("the amount of a cure", s.amount, 0, 10); }
    void operator()(RemoveStep&) const {}
    void operator()(MoveStep& s) const {
        tell.point("the movement of a part", s.by);
        tell.turn("the turn of a part", s.turn);
        tell.range("the size of a part", s.size, 1e-3f, 1e3f);
    }
    void operator()(MaterialStep&) const {}
    void operator()(ReplaceStep& s) const {
        if (!s.with) tell.broken(Text("%w replaces a part by a model that is missing"));
    }
    void operator()(RepeatStep& s) const {
        tell.range("the number of copies", s.count, 1, 10000);
        tell.point("the distance of copies", s.by);
        tell.turn("the turn of copies", s.turn);
        tell.point("the centre of copies", s.centre);
    }
    void operator()(PlinthStep& s) const {
        tell.range("the depth of a plinth", s.depth, 0.01f, 20);
        tell.range("the setback of a plinth", s.setback, -0.5f, 2);
    }
    void operator()(FittingStep& s) const { tell.range("how far a curtain is drawn", s.closed, 0, 1); }
    void operator()(BendStep& s) const { tell.point("the centre of a bend", s.centre); }
};

void limits(Building& b, Limits& tell) {
    if (!b.model) return tell.broken(Text("%w has no model"));
    if (b.surfaces.size() != b.model->materials.size())
        return tell.broken(Text("%w does not have one surface for each material of its model"));
    tell.point("the position", b.position);
    tell.turn("the turn", b.yaw);
    tell.range("the size", b.scale, 1e-4f, 1e4f);
    for (ModelStep& s : b.steps) std::visit(StepLimits{tell}, s);
    tell.range("the age", b.age, 0, 1);
    tell.range("the rounding of edges", b.rounding, 0, 0.2f);
    tell.point("where textures are laid from", b.laidFrom);
    tell.range("the unit of the file", b.read.unit, 0, 1e4f);
}

void write(const Building& b, nlohmann::json& j, const BlobSink& sink) {
    j["model"] = sink({b.model, [&b] { return packModel(*b.model); }});
    j["position_m"] = toJson(b.position);
    j["turn_deg"] = toDegrees(b.yaw);
    j["scale"] = b.scale;
    if (b.source && !b.steps.empty()) {
        j["source"] = sink({b.source, [&b] { return packModel(*b.source); }});
        for (const ModelStep& s : b.steps) j["steps"].push_back(toJson(s, sink));
    }
    if (!b.hidden.empty()) j["hidden_parts"] = b.hidden;
    if (b.age != 0) j["age"] = b.age;
    if (b.rounding != 0) j["rounding_m"] = b.rounding;
    if (b.laidFrom != V3f(0)) j["laid_from_m"] = toJson(b.laidFrom);
    if (!(b.read == ReadFrom()))
        j["read"] = {{"unit_m", b.read.unit},
                     {"up", std::string(1, b.read.up)},
                     {"origin_m", {b.read.origin.x, b.read.origin.y, b.read.origin.z}}};
    for (const auto& [key, list] : {std::pair("without", &b.read.without),
                                    {"texture_folders", &b.read.folders},
                                    {"missing_textures", &b.read.missing}})
        if (!list->empty()) j["read"][key] = *list;
    if (!(b.rights == Rights()))
        j["rights"] = {{"maker", b.rights.maker},
                       {"source", b.rights.source},
                       {"licence", b.rights.licence},
                       {"price", b.rights.price}};
    for (size_t i = 0; i < b.surfaces.size(); ++i) {
        j["surfaces"].push_back(toJson(b.surfaces[i]));
        // Pictures stay with the model: the document holds only what was set by hand.
        for (size_t k = 0; k < std::size(kMaps); ++k) {
            const auto& picture = b.surfaces[i].maps.*kMaps[k];
            if (i < b.model->materials.size() && picture != b.model->materials[i].maps.*kMaps[k])
                j["surfaces"].back()[kMapKeys[k]] =
                    picture ? sink({picture, [&picture] { return packPicture(*picture); }}) : std::string();
        }
    }
}

Building read(const JsonReader& in, BlobReader& blobs) {
    Building b;
    b.model = blobs.model(in.at("model").text());
    b.position = in.at("position_m").v3();
    b.yaw = in.at("turn_deg").angle();
    if (in.has("scale")) b.scale = in.at("scale").real();
    if (in.has("source") && in.has("steps")) {
        b.source = blobs.model(in.at("source").text());
        in.at("steps").each([&](const JsonReader& s) { b.steps.push_back(readStep(s, blobs)); });
    }
    if (in.has("read")) {
        const JsonReader r = in.at("read");
        const std::string up = r.at("up").text();
        b.read.unit = r.at("unit_m").real();
        b.read.up = up == "y" || up == "z" ? up[0] : 'a';
        int k = 0;
        r.at("origin_m").each([&](const JsonReader& v) {
            if (k < 3) b.read.origin[k++] = v.number();
        });
        for (const auto& [key, list] : {std::pair("without", &b.read.without),
                                        {"texture_folders", &b.read.folders},
                                        {"missing_textures", &b.read.missing}})
            if (r.has(key)) r.at(key).each([list = list](const JsonReader& s) { list->push_back(s.text()); });
    }
    if (in.has("hidden_parts")) in.at("hidden_parts").each([&](const JsonReader& p) { b.hidden.push_back(p.text()); });
    if (in.has("age")) b.age = in.at("age").real();
    if (in.has("rounding_m")) b.rounding = in.at("rounding_m").real();
    if (in.has("laid_from_m")) b.laidFrom = in.at("laid_from_m").v3();
    if (in.has("rights")) {
        const JsonReader r = in.at("rights");
        b.rights = {r.at("maker").text(), r.at("source").text(), r.at("licence").text(), r.at("price").text()};
    }
    in.at("surfaces").each([&](const JsonReader& s) {
        const size_t i = b.surfaces.size();
        b.surfaces.push_back(readSurface(s));
        for (size_t k = 0; k < std::size(kMaps); ++k) {
            auto& picture = b.surfaces[i].maps.*kMaps[k];
            if (i < b.model->materials.size()) picture = b.model->materials[i].maps.*kMaps[k];
            if (s.has(kMapKeys[k])) picture = blobs.picture(s.at(kMapKeys[k]).text());
        }
    });
    return b;
}

void snapTo(const Building& b, SnapTargets& targets) {
    for (const Polygon& o : outlinesOf(b)) targets.outline(o, true);
    targets.items.push_back(xy(b.position));
}

PlantsTouched plantsTouched(const Building& b) {
    constexpr float kCrowns = 12; // metres that crowns keep off walls, at most
    Box2f box;
    for (const Polygon& o : outlinesOf(b)) box.extendBy(bounds(o));
    if (!box.isEmpty()) box = {box.min - V2f(kCrowns), box.max + V2f(kCrowns)};
    return {box, false};
}

} // namespace

template <> const Kind<Building>& kindOf<Building>() {
    static const Kind<Building> kind{
        .name = "building",
        .since = 1,
        .inPicture = true,
        .extent = planOf,
        .hold = [](const Building& b, const HeightField*) { return std::optional(b.position); },
        .move = move,
        .lift =
            [](Building& b, const std::function<float(const V2f&)>& rise) {
                b.position.z += rise(xy(b.position));
                return true;
            },
        .limits = limits,
        .write = write,
        .read = read,
        .snap = snapTo,
        .footprint =
            [](const Building& b, std::vector<KeepOut>& out) {
                for (Polygon& o : outlinesOf(b)) out.push_back({std::move(o), true});
            },
        .plantsTouched = plantsTouched,
        .sower = kNothing,
        .species = kNothing,
        .surfaces =
            [](Building& b, const SurfaceUse& use) {
                for (Surface& s : b.surfaces) use(s);
            },
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
