#include "core/exchange/proxy_import.h"
#include "core/base/text.h"

#include <algorithm>
#include <cmath>
#include <fstream>
#include <initializer_list>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/finish/encode.h"
#include "core/material/cutout.h"
#include "core/mesh/reduce.h"
#include "core/model/model_blob.h"

namespace thallos {

namespace {

constexpr int kPictureLimit = 2048; // of a plant's pictures: finer than a print shows of a leaf

// Of files for what has this name.
std::string stemOf(const std::string& name) {
    std::string stem;
    for (const char c : lowered(name))
        stem += std::isalnum(static_cast<unsigned char>(c)) && static_cast<unsigned char>(c) < 128 ? c : '-';
    return stem;
}

bool says(const std::string& name, std::initializer_list<const char*> words) {
    return std::any_of(words.begin(), words.end(), [&](const char* w) { return name.find(w) != std::string::npos; });
}

// What a material lies on.
struct Girth {
    int64_t triangles = 0, pieces = 0;
};

V3f meanColour(const Picture& p) { // sRGB 0..1, of what is solid
    V3f sum(0);
    float n = 0;
    for (size_t i = 0; i < p.rgba.size() / 4; i += 7)
        if (p.rgba[4 * i + 3] >= 128) {
            sum += V3f(p.rgba[4 * i], p.rgba[4 * i + 1], p.rgba[4 * i + 2]);
            ++n;
        }
    return n > 0 ? sum / (255 * n) : V3f(0.5f);
}

// Blue, with red and green about their middle.
bool looksLikeNormals(const Picture& p) {
    const V3f c = meanColour(p);
    return c.z > 0.75f && std::abs(c.x - 0.5f) < 0.12f && std::abs(c.y - 0.5f) < 0.12f;
}

bool looksGrey(const Picture& p) {
    for (size_t i = 0; i < p.rgba.size() / 4; i += 13) {
        const int r = p.rgba[4 * i], g = p.rgba[4 * i + 1], b = p.rgba[4 * i + 2];
        if (std::max({r, g, b}) - std::min({r, g, b}) > 12) return false;
    }
    return true;
}

PartRole roleOf(const Surface& s, const Girth& g) {
    const std::string name = lowered(s.name);
    if (says(name, {"flower", "petal", "blossom", "bloom", "fruit", "berry", "catkin"})) return PartRole::Flower;
    if (says(name, {"leaf", "leave", "foliage", "needle", "frond", "blade", "canopy", "grass"})) return PartRole::Leaf;
    if (says(name, {"bark", "trunk", "branch", "twig", "stem", "root", "bole"})) return PartRole::Wood;
    const bool cut = s.maps.opacity || (s.maps.color && clearShare(*s.maps.color) > 0.02f);
    if (g.pieces > kManyPieces && cut) return PartRole::Leaf;
    if (g.pieces > 4 * kManyPieces) {
        const V3f c = s.maps.color ? meanColour(*s.maps.color) : toSrgb(s.baseColor);
        if (c.y > 1.1f * c.x && c.y > 1.1f * c.z) return PartRole::Leaf;
    }
    return PartRole::Other;
}

std::vector<Girth> girths(const Model& model) {
    std::vector<Girth> out(model.materials.size());
    for (const Part& p : model.parts) {
        Girth& g = out[static_cast<size_t>(p.material)];
        g.triangles += static_cast<int64_t>(p.mesh->triangles.size());
        g.pieces += piecesOf(*p.mesh).count;
    }
    return out;
}

// Materials that nothing is made of.
void dropUnused(Model& model) {
    std::vector<Surface> used;
    std::vector<int> at(model.materials.size(), -1);
    for (Part& p : model.parts) {
        int& k = at[static_cast<size_t>(p.material)];
        if (k < 0) {
            k = static_cast<int>(used.size());
            used.push_back(model.materials[static_cast<size_t>(p.material)]);
        }
        p.material = k;
    }
    model.materials = std::move(used);
}

V3f middleOf(const ProxyDraft& draft, PartRole role) {
    V3f sum(0);
    float n = 0;
    for (const Part& p : draft.model.parts)
        if (draft.materials[static_cast<size_t>(p.material)].role == role)
            for (const V3f& v : p.mesh->positions) {
                sum += v;
                ++n;
            }
    return n > 0 ? sum / n : V3f(0);
}

bool has(const ProxyDraft& draft, PartRole role) {
    return std::any_of(draft.materials.begin(), draft.materials.end(),
                       [&](const ProxyMaterial& s) { return s.role == role; });
}

std::string metres(float m) {
    char text[32];
    std::snprintf(text, sizeof text, m < 10 ? "%.2f m" : "%.1f m", static_cast<double>(m));
    return text;
}

size_t bytesOf(const Model& model) {
    size_t n = 0;
    for (const Part& p : model.parts)
        n += p.mesh->positions.size() * sizeof(V3f) + p.mesh->normals.size() * sizeof(V3f) +
             p.mesh->uvs.size() * sizeof(V2f) + p.mesh->triangles.size() * sizeof(V3i);
    for (const Surface& s : model.materials)
        for (const Map map : kMaps)
            if (s.maps.*map) n += (s.maps.*map)->rgba.size();
    return n;
}

using Report = std::vector<Text>;

// Pictures that lie in the slot of others are put right.
void sortMaps(Surface& s, Report& report) {
    Maps& m = s.maps;
    const auto isOne = [](const std::shared_ptr<const Picture>& p) { return p && looksLikeNormals(*p); };
    if (isOne(m.color)) {
        if (!m.normal) m.normal = m.color;
        m.color = nullptr;
        report.push_back(Text("%1: colour slot held a normal map; moved to the normal slot", s.name));
    }
    if (isOne(m.height)) {
        if (!m.normal) m.normal = m.height;
        m.height = nullptr;
        report.push_back(Text("%1: height slot held a normal map; moved to the normal slot", s.name));
    }
    if (isOne(m.roughness)) {
        if (!m.normal) m.normal = m.roughness;
        m.roughness = nullptr;
        report.push_back(Text("%1: roughness slot held a normal map; moved to the normal slot", s.name));
    }
    if (m.normal && looksGrey(*m.normal)) {
        if (!m.height) m.height = m.normal;
        m.normal = nullptr;
        report.push_back(Text("%1: normal slot held a grey image; used as height map", s.name));
    }
    for (const Map map : kMaps)
        if (const auto& p = m.*map; p && (p->width > kPictureLimit || p->height > kPictureLimit)) {
            const std::string was = std::to_string(p->width) + " x " + std::to_string(p->height);
            m.*map = std::make_shared<const Picture>(shrunk(*p, kPictureLimit));
            report.push_back(
                Text("%1: texture reduced from %2 to %3 x %4", s.name, was, (m.*map)->width, (m.*map)->height));
        }
}

// Leaves that are drawn on cards get their holes.
void cutOut(Surface& s, Report& report) {
    Maps& m = s.maps;
    if (!m.color) {
        if (m.opacity) report.push_back(Text("%1: cut out by its opacity map", s.name));
        return;
    }
    if (m.opacity) {
        m.color = std::make_shared<const Picture>(masked(*m.color, *m.opacity));
        m.opacity = nullptr;
        report.push_back(Text("%1: cut out by its opacity map", s.name));
    } else if (clearShare(*m.color) > 0.005f)
        report.push_back(Text("%1: cut out by the alpha of its colour map", s.name));
    else if (auto cut = withoutBackground(*m.color)) {
        m.color = std::make_shared<const Picture>(std::move(*cut));
        report.push_back(Text("%1: no alpha; plain background removed", s.name));
    } else
        return;
    m.color = std::make_shared<const Picture>(withoutRims(*m.color));
}

void repair(Surface& s, PartRole role, Report& report) {
    const auto tell = [&](Text what) { report.push_back(std::move(what)); };
    sortMaps(s, report);
    if (role == PartRole::Other) {
        // Panes of exporters that know no cut-outs.
        if (s.transmission > 0.5f && s.maps.color && clearShare(*s.maps.color) > 0.05f) {
            s.transmission = 0;
            tell(Text("%1: glass with alpha; treated as a cut-out", s.name));
            cutOut(s, report);
        }
        return;
    }
    if (s.metalness > 0 || s.maps.metalness) {
        s.metalness = 0;
        s.maps.metalness = nullptr;
        tell(Text("%1: metalness removed", s.name));
    }
    if (s.transmission > 0) {
        s.transmission = 0;
        s.solid = false;
        tell(Text("%1: transmission removed", s.name));
    }
    if (!(s.emission == Rgb(0))) {
        s.emission = Rgb(0);
        tell(Text("%1: emission removed", s.name));
    }
    if (s.coat > 0) {
        s.coat = 0;
        tell(Text("%1: clear coat removed", s.name));
    }
    if (s.maps.color && luminance(s.baseColor) < 0.03f) {
        s.baseColor = Rgb(1);
        tell(Text("%1: base colour was black; reset so that the texture shows", s.name));
    }
    if (role == PartRole::Wood) {
        if (s.maps.color && clearShare(*s.maps.color) > 0) {
            auto whole = std::make_shared<Picture>(*s.maps.color);
            for (size_t k = 3; k < whole->rgba.size(); k += 4) whole->rgba[k] = 255;
            s.maps.color = whole;
            tell(Text("%1: alpha removed from wood", s.name));
        }
        s.maps.opacity = nullptr;
        if (!s.maps.roughness && s.roughness < 0.6f) {
            s.roughness = 0.85f;
            tell(Text("%1: roughness raised to that of bark", s.name));
        }
        s.specular = std::min(s.specular, 0.4f);
        s.translucency = 0;
        return;
    }
    cutOut(s, report);
    if (s.maps.roughness) {
        if (meanColour(*s.maps.roughness).x < 0.3f) {
            auto rough = std::make_shared<Picture>(*s.maps.roughness);
            for (size_t i = 0; i < rough->rgba.size(); ++i)
                if (i % 4 != 3) rough->rgba[i] = static_cast<uint8_t>(255 - rough->rgba[i]);
            s.maps.roughness = rough;
            tell(Text("%1: gloss map inverted to roughness", s.name));
        }
    } else if (s.roughness < 0.35f || s.roughness > 0.95f) {
        s.roughness = 0.5f;
        tell(Text("%1: roughness set to that of a leaf", s.name));
    }
    s.specular = std::min(s.specular, 0.6f);
    if (s.translucency <= 0) {
        s.translucency = role == PartRole::Leaf ? 0.42f : 0.35f;
        s.throughTint = role == PartRole::Leaf ? Rgb(0.9f, 1, 0.42f) : Rgb(1);
        tell(Text("%1: leaf translucency added", s.name));
    }
}

// Where a stem meets the ground; the middle of the base of what has none.
V2f footOf(const Model& model, const std::vector<PartRole>& roles) {
    const float top = bounds(model).max.z;
    V2f sum(0);
    float n = 0;
    for (const bool woodOnly : {true, false}) {
        for (const Part& p : model.parts) {
            if (woodOnly && roles[static_cast<size_t>(p.material)] != PartRole::Wood) continue;
            for (const V3f& v : p.mesh->positions)
                if (v.z < 0.02f * top) {
                    sum += xy(v);
                    ++n;
                }
        }
        if (n > 0) return sum / n;
    }
    return V2f(0);
}

void turnUp(Model& model, const ProxyDraft& draft) {
    // Of the two ways up the one with the crown over the stem.
    const float crown = middleOf(draft, PartRole::Leaf).y, stem = middleOf(draft, PartRole::Wood).y;
    const float up = crown >= stem ? 1.0f : -1.0f;
    for (Part& p : model.parts)
        changeMesh(p, [up](Mesh& mesh) {
            for (auto* list : {&mesh.positions, &mesh.normals})
                for (V3f& v : *list) v = {v.x, -up * v.z, up * v.y};
        });
    tidy(model);
}

// Appends with what the others lack: flat normals, uvs of zero.
void join(Mesh& to, Mesh from) {
    const auto fill = [](Mesh& m, const Mesh& like) {
        if (!like.normals.empty() && m.normals.empty()) m.normals = smoothNormals(m);
        if (!like.uvs.empty() && m.uvs.empty()) m.uvs.assign(m.positions.size(), V2f(0));
    };
    if (to.empty()) {
        to = std::move(from);
        return;
    }
    fill(to, from);
    fill(from, to);
    append(to, from);
}

// Materials into the parts that a proxy has, the largest of each role first; what is left over joins the last of them.
std::vector<size_t> partsOf(const std::vector<ProxyMaterial>& materials, const std::vector<PartRole>& roles,
                            Report& report) {
    std::vector<size_t> order(materials.size()), part(materials.size(), 0);
    for (size_t i = 0; i < order.size(); ++i) order[i] = i;
    std::stable_sort(order.begin(), order.end(),
                     [&](size_t a, size_t b) { return materials[a].triangles > materials[b].triangles; });
    std::vector<char> taken(std::size(kProxyParts), 0);
    for (const size_t i : order) {
        size_t last = 0;
        bool found = false;
        for (size_t k = 0; k < std::size(kProxyParts) && !found; ++k) {
            if (kProxyRoles[k] != roles[i]) continue;
            last = k;
            found = !taken[k];
        }
        part[i] = last;
        taken[last] = 1;
        if (!found) report.push_back(Text("%1: too many materials; merged with a similar one", materials[i].name));
    }
    return part;
}

void recipeSurface(nlohmann::json& j, const char* key, const Surface& s) {
    const V3f c = toSrgb(s.baseColor);
    j[key] = {{"color_srgb", {c.x, c.y, c.z}},
              {"roughness", std::clamp(s.roughness, 0.01f, 1.0f)},
              {"metalness", s.metalness},
              {"transmission", s.transmission},
              {"translucency", s.translucency},
              {"specular", s.specular},
              {"coat", s.coat}};
}

// Surfaces that light as they should, upright; what was done is told.
void clean(Model& m, const ProxyDraft& draft, const ProxyOrder& order, const std::vector<PartRole>& roles,
           std::vector<Text>& report) {
    if (draft.flat) {
        if (alive(order.kind)) {
            m.materials[0].translucency = 0.3f;
            m.materials[0].throughTint = Rgb(0.95f, 1, 0.6f);
            report.push_back(Text("Translucency of foliage added"));
        }
        if (order.kind == SpeciesKind::Splash) {
            m.materials[0].translucency = 0.5f; // drops pass light on
            m.materials[0].soft = true;
        }

    } else {
        report.insert(report.end(), draft.notes.begin(), draft.notes.end());
        if (order.upright) {
            turnUp(m, draft);
            report.push_back(Text("Stood up"));
        }
        for (size_t i = 0; i < m.materials.size(); ++i) repair(m.materials[i], roles[i], report);
    }
    for (const Part& p : m.parts) {
        const Surface& s = m.materials[static_cast<size_t>(p.material)];
        if (p.mesh->uvs.empty() && !s.maps.empty() && s.textureSize <= 0)
            report.push_back(Text("%1: no UVs; the texture is not mapped", p.name));
    }
}

// The meshes, a part each and not more than the nearest level may have, and how far they reach from the foot.
float fillParts(std::vector<Mesh>& meshes, Model& model) {
    constexpr size_t kMost = kMostTriangles[static_cast<size_t>(Level::Hero)];
    size_t all = 0;
    for (const Mesh& mesh : meshes) all += mesh.triangles.size();
    float reach = 0;
    for (size_t k = 0; k < meshes.size(); ++k) {
        if (meshes[k].empty()) continue;
        if (all > kMost)
            meshes[k] = lightened(meshes[k], std::max<size_t>(kMost * meshes[k].triangles.size() / all, 12), k);
        for (const V3f& v : meshes[k].positions) reach = std::max(reach, xy(v).length());
        model.parts.push_back(partOf(kProxyParts[k], static_cast<int>(k), std::move(meshes[k])));
    }
    return reach;
}

nlohmann::json recipeOf(const ProxyDraft& draft, const ProxyOrder& order, const Model& model, float reach) {
    nlohmann::json j;
    j["name"] = order.name;
    j["kind"] = kSpeciesKindNames[static_cast<int>(order.kind)];
    j["habit"] = draft.flat ? "image card" : "imported";
    j["tags"] = {draft.flat ? "image" : "imported"};
    j["version"] = 3;
    j["height_m"] = order.height;
    const bool varies = alive(order.kind);
    j["height_spread"] = varies ? 0.08f : 0.0f;
    j["rights"] = {{"maker", order.rights.maker},
                   {"source", order.rights.source},
                   {"licence", order.rights.licence},
                   {"price", order.rights.price}};
    j["proxy"] = {{"file", stemOf(order.name) + ".proxy"},
                  {"turns", draft.flat && order.turns},
                  {"varies", varies && !draft.flat},
                  {"wide", std::clamp(2 * reach / order.height, 0.01f, 20.0f)}};
    for (const Part& p : model.parts) {
        const auto k = static_cast<size_t>(p.material);
        recipeSurface(j, kProxyParts[k], model.materials[k]);
    }
    return j;
}

} // namespace

ProxyDraft draftOf(ForeignModel read) {
    ProxyDraft out = draftOf(std::move(read.model));
    out.notes = std::move(read.notes);
    for (const std::string& name : read.missing) out.notes.push_back(Text("Texture %1 not found or unreadable", name));
    return out;
}

ProxyDraft draftOf(Model model) {
    ProxyDraft out;
    out.model = std::move(model);
    dropUnused(out.model);
    const std::vector<Girth> g = girths(out.model);
    for (size_t i = 0; i < out.model.materials.size(); ++i)
        out.materials.push_back({out.model.materials[i].name, roleOf(out.model.materials[i], g[i]), g[i].triangles});
    // Beside leaves what is brown and not a card is wood.
    const bool leafy = has(out, PartRole::Leaf);
    for (size_t i = 0; i < out.materials.size(); ++i)
        if (leafy && out.materials[i].role == PartRole::Other && out.materials[i].triangles > 0) {
            const Surface& s = out.model.materials[i];
            const V3f c = s.maps.color ? meanColour(*s.maps.color) : toSrgb(s.baseColor);
            if (c.x >= c.y && c.y >= c.z) out.materials[i].role = PartRole::Wood;
        }
    const V3f size = bounds(out.model).size();
    const bool woody = has(out, PartRole::Wood);
    // A stem along the ground, at one end of its crown.
    const float reach = middleOf(out, PartRole::Leaf).y - middleOf(out, PartRole::Wood).y;
    out.lies = leafy && woody && size.z < 0.85f * size.y && std::abs(reach) > 0.15f * size.y;
    out.height = out.lies ? size.y : size.z;
    const std::string name = lowered(out.model.name);
    if (says(name, {"person", "people", "man", "woman", "child", "figure"}))
        out.kind = SpeciesKind::Person;
    else if (says(name, {"rock", "stone", "boulder"}))
        out.kind = SpeciesKind::Boulder;
    else if (!leafy)
        out.kind = SpeciesKind::Thing;
    else if (says(name, {"pine", "spruce", "fir", "larch", "yew", "cedar"}))
        out.kind = SpeciesKind::Conifer;
    else if (out.height > 4)
        out.kind = SpeciesKind::Broadleaf;
    else if (out.height > 1 || woody)
        out.kind = SpeciesKind::Shrub;
    else
        out.kind = SpeciesKind::Herb;
    return out;
}

ProxyMade makeProxy(const ProxyDraft& draft, const ProxyOrder& order) {
    if (order.name.empty()) throw Error(Error::Kind::Invalid, Text("A species needs a name"), "");
    if (!(order.height >= 0.02f && order.height <= 60))
        throw Error(Error::Kind::Invalid, Text("The height must be 0.02 to 60 m"), "");
    ProxyMade out;
    out.report = draft.notes;
    Model m = draft.model;
    out.trianglesBefore = triangleCount(m);
    out.bytesBefore = bytesOf(m);
    std::vector<PartRole> roles = order.roles;
    for (size_t i = roles.size(); i < draft.materials.size(); ++i) roles.push_back(draft.materials[i].role);
    clean(m, draft, order, roles, out.report);
    // One mesh a part.
    const std::vector<size_t> at = partsOf(draft.materials, roles, out.report);
    auto model = std::make_shared<Model>();
    model->name = order.name;
    model->materials.resize(std::size(kProxyParts));
    std::vector<Mesh> meshes(std::size(kProxyParts));
    std::vector<char> textured(std::size(kProxyParts), 0);
    for (size_t i = 0; i < m.materials.size(); ++i)
        if (!textured[at[i]]) {
            model->materials[at[i]] = m.materials[i];
            textured[at[i]] = 1;
        }
    V2f foot(0);
    if (!draft.flat) {
        foot = footOf(m, roles);
        if (foot.length() > 0.02f * bounds(m).max.z) out.report.push_back(Text("Moved to stand on its base"));
    }
    const float scale = order.height / std::max(bounds(m).max.z, 1e-6f);
    if (!draft.flat && std::abs(scale - 1) > 0.02f)
        out.report.push_back(Text("Scaled from %1 to %2", metres(bounds(m).max.z), metres(order.height)));
    for (const Part& p : m.parts) {
        Mesh placed = *p.mesh;
        for (V3f& v : placed.positions) v = V3f(v.x - foot.x, v.y - foot.y, v.z) * scale;
        join(meshes[at[static_cast<size_t>(p.material)]], std::move(placed));
    }
    const float reach = fillParts(meshes, *model);
    out.trianglesAfter = triangleCount(*model);
    out.bytesAfter = bytesOf(*model);
    if (out.trianglesAfter < out.trianglesBefore)
        out.report.push_back(
            Text("Reduced from %1 to %2 triangles; fewer at a distance", out.trianglesBefore, out.trianglesAfter));

    out.recipe = recipeOf(draft, order, *model, reach).dump(2) + "\n";
    out.model = std::move(model);
    return out;
}

Species speciesOf(const ProxyMade& made) {
    Species s{parseRecipe(made.recipe, "proxy"), made.recipe, {}, SpeciesOrigin::Own};
    std::get<ProxyRecipe>(s.recipe.growth).model = std::make_shared<const ProxyModel>(made.model);
    return s;
}

std::filesystem::path keepProxy(const ProxyMade& made, const std::filesystem::path& folder) {
    namespace fs = std::filesystem;
    auto j = nlohmann::json::parse(made.recipe);
    const std::string stem = stemOf(j["name"].get<std::string>());
    std::error_code e;
    fs::create_directories(folder, e);
    fs::path recipe = folder / (stem + ".json");
    for (int n = 2; fs::exists(recipe, e); ++n) recipe = folder / (stem + "-" + std::to_string(n) + ".json");
    const std::string model = recipe.stem().string() + ".proxy";
    j["proxy"]["file"] = model;
    const auto write = [](const fs::path& file, const std::string& bytes) {
        writeWhole(file, [&](const fs::path& beside) {
            std::ofstream out(beside, std::ios::binary);
            out << bytes;
            out.flush();
            if (!out)
                throw Error(Error::Kind::Unwritable, Text("%w could not be written"), file.string(),
                            Text("Check that the folder is writable and the disk is not full"));
        });
    };
    write(folder / model, packModel(*made.model));
    write(recipe, j.dump(2) + "\n");
    return recipe;
}

} // namespace thallos
