// Pictures as proxies: cut out and stood on a card.
#include <cmath>

#include "core/base/error.h"
#include "core/exchange/proxy_import.h"
#include "core/material/cutout.h"

namespace thallos {

namespace {

constexpr int kPictureLimit = 4096; // texels a side: it stands for a whole body

// What a picture shows, by its name.
SpeciesKind kindNamed(const std::string& name) {
    static const struct {
        const char* word;
        SpeciesKind kind;
    } all[] = {
        {"splash", SpeciesKind::Splash},   {"spray", SpeciesKind::Splash}, // before the ash
        {"fountain", SpeciesKind::Splash}, {"waterfall", SpeciesKind::Splash}, {"falling water", SpeciesKind::Splash},
        {"tree", SpeciesKind::Broadleaf},  {"oak", SpeciesKind::Broadleaf},    {"birch", SpeciesKind::Broadleaf},
        {"pine", SpeciesKind::Broadleaf},  {"ash", SpeciesKind::Broadleaf},    {"shrub", SpeciesKind::Shrub},
        {"bush", SpeciesKind::Shrub},      {"hedge", SpeciesKind::Shrub},      {"person", SpeciesKind::Person},
        {"people", SpeciesKind::Person},   {"man", SpeciesKind::Person},       {"woman", SpeciesKind::Person},
        {"child", SpeciesKind::Person}};
    const std::string words = lowered(name);
    for (const auto& one : all)
        if (words.find(one.word) != std::string::npos) return one.kind;
    return SpeciesKind::Thing;
}

} // namespace

ProxyDraft draftOf(const Picture& picture, const std::string& name) {
    ProxyDraft out;
    out.flat = true;
    out.kind = kindNamed(name);
    Picture p = picture;
    if (clearShare(p) > 0.005f)
        out.notes.push_back(Text("Cut out by the alpha of the image"));
    else if (auto cut = withoutBackground(p)) {
        p = std::move(*cut);
        out.notes.push_back(Text("No alpha; plain background removed"));
    } else
        out.notes.push_back(Text("No alpha and no plain background: the whole rectangle is kept"));
    constexpr uint8_t kFaint = 8; // spray ends softly
    const Box2i part = out.kind == SpeciesKind::Splash ? seenPart(p, kFaint) : seenPart(p);
    if (part.isEmpty()) throw Error(Error::Kind::Unreadable, Text("%w shows nothing: all of it is transparent"), name);
    if (part.size() != V2i(p.width, p.height)) {
        p = cropped(p, part);
        out.notes.push_back(Text("Cropped to the visible part"));
    }
    if (p.width > kPictureLimit || p.height > kPictureLimit) {
        p = shrunk(p, kPictureLimit);
        out.notes.push_back(Text("Image reduced to %1 x %2", p.width, p.height));
    }
    p = withoutRims(p);
    Model& m = out.model;
    m.name = name;
    const float half = 0.5f * static_cast<float>(p.width) / static_cast<float>(p.height);
    // Rounded a little, as what stands for a body is.
    const float c = std::cos(radians(40)), s = std::sin(radians(40));
    Mesh card{{{-half, 0, 0}, {half, 0, 0}, {half, 0, 1}, {-half, 0, 1}},
              {{-s, -c, 0}, {s, -c, 0}, {s, -c, 0}, {-s, -c, 0}},
              {{0, 0}, {1, 0}, {1, 1}, {0, 1}},
              {{0, 1, 2}, {0, 2, 3}}};
    Surface surface{.name = "picture", .baseColor = Rgb(1), .roughness = 0.9f, .specular = 0.1f};
    surface.maps.color = std::make_shared<const Picture>(std::move(p));
    m.materials = {surface};
    m.parts = {partOf(name, 0, std::move(card))};
    out.materials = {{"picture", PartRole::Other, 2}};
    return out;
}

Model cardOf(const ProxyDraft& flat, float height, bool mist) {
    Model m = flat.model;
    for (Part& p : m.parts)
        changeMesh(p, [height](Mesh& mesh) {
            for (V3f& v : mesh.positions) v *= height;
            mesh.normals.clear();
        });
    Surface& s = m.materials[0];
    s.specular = 0;
    s.translucency = 0.5f; // lit from either side
    s.soft = mist;
    tidy(m);
    return m;
}

} // namespace thallos
