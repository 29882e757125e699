#include <algorithm>
#include <cmath>
#include <fstream>
#include <functional>
#include <map>
#include <memory>
#include <optional>

#include <cpl_vsi.h>
#include <tiny_gltf.h>

#include "core/base/error.h"
#include "importer/gltf_data.h"
#include "importer/readers.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

using Imath::M44d;

M44d matrixOf(const tinygltf::Node& n) {
    M44d m;
    if (n.matrix.size() == 16) {
        for (int r = 0; r < 4; ++r)
            for (int c = 0; c < 4; ++c) m[r][c] = n.matrix[static_cast<size_t>(r) * 4 + c]; // columns there, rows here
        return m;
    }
    M44d scale, turn, move;
    if (n.scale.size() == 3) scale.setScale(V3d(n.scale[0], n.scale[1], n.scale[2]));
    if (n.rotation.size() == 4) {
        const double x = n.rotation[0], y = n.rotation[1], z = n.rotation[2], w = n.rotation[3];
        turn = M44d(1 - 2 * (y * y + z * z), 2 * (x * y + z * w), 2 * (x * z - y * w), 0, 2 * (x * y - z * w),
                    1 - 2 * (x * x + z * z), 2 * (y * z + x * w), 0, 2 * (x * z + y * w), 2 * (y * z - x * w),
                    1 - 2 * (x * x + y * y), 0, 0, 0, 0, 1);
    }
    if (n.translation.size() == 3) move.setTranslation(V3d(n.translation[0], n.translation[1], n.translation[2]));
    return scale * turn * move;
}

float share(double v) {
    return std::clamp(static_cast<float>(v), 0.0f, 1.0f);
}

// The pictures of a file, each decoded once for each use of it.
class Pictures {
public:
    Pictures(const tinygltf::Model& g, const std::vector<fs::path>& folders) : g_(g), elsewhere_(picturesIn(folders)) {}

    // Null when there is none or it can't be read. `color`: not data.
    std::shared_ptr<const Picture> of(int texture, bool color) {
        return made(texture, color ? "color" : "data", color, nullptr);
    }
    // The same with its alpha changed: -1 to cover all, else to nothing below the cut and all above.
    std::shared_ptr<const Picture> cut(int texture, double at) {
        return made(texture, "cut " + std::to_string(at), true, [at](Picture& p) {
            for (size_t k = 3; k < p.rgba.size(); k += 4) p.rgba[k] = p.rgba[k] < at * 255 ? 0 : 255;
        });
    }
    // One channel of it as a picture of its own, times a factor.
    std::shared_ptr<const Picture> channel(int texture, size_t channel, float factor) {
        return made(texture, std::to_string(channel) + " times " + std::to_string(factor), false, [=](Picture& p) {
            for (size_t k = 0; k < p.rgba.size(); k += 4) {
                const auto v = static_cast<uint8_t>(static_cast<float>(p.rgba[k + channel]) * factor + 0.5f);
                p.rgba[k] = p.rgba[k + 1] = p.rgba[k + 2] = v;
                p.rgba[k + 3] = 255;
            }
        });
    }
    std::vector<std::string> unreadable; // names

private:
    std::shared_ptr<const Picture> made(int texture, const std::string& use, bool color,
                                        const std::function<void(Picture&)>& change) {
        if (texture < 0 || texture >= static_cast<int>(g_.textures.size())) return nullptr;
        const auto& t = g_.textures[static_cast<size_t>(texture)];
        int i = t.source;
        // Textures whose picture is of a newer kind name it in an extension.
        if (const auto webp = t.extensions.find("EXT_texture_webp");
            webp != t.extensions.end() && webp->second.Has("source"))
            i = webp->second.Get("source").GetNumberAsInt();
        if (i < 0 || i >= static_cast<int>(g_.images.size())) return nullptr;
        auto& known = made_[{i, use}];
        if (known) return known;
        auto p = decoded(i, color);
        if (!p) return nullptr;
        if (change) change(*p);
        return known = std::move(p);
    }
    std::shared_ptr<Picture> decoded(int i, bool color) {
        const auto& image = g_.images[static_cast<size_t>(i)];
        const std::string name = "/vsimem/gltf-picture";
        std::shared_ptr<Picture> out;
        try {
            if (const fs::path* found = image.image.empty() ? pictureNamed(elsewhere_, image.uri) : nullptr)
                return std::make_shared<Picture>(readPicture(*found, color));
            if (image.image.empty()) throw Error(Error::Kind::Missing, Text("File not found: %w"), "");
            VSIFCloseL(
                VSIFileFromMemBuffer(name.c_str(), const_cast<GByte*>(image.image.data()), image.image.size(), FALSE));
            out = std::make_shared<Picture>(readPicture(name, color));
        } catch (const Error&) {
            unreadable.push_back(!image.name.empty()  ? image.name
                                 : !image.uri.empty() ? fs::path(image.uri).filename().string()
                                                      : "picture " + std::to_string(i));
        }
        VSIUnlink(name.c_str());
        return out;
    }
    const tinygltf::Model& g_;
    std::vector<fs::path> elsewhere_;
    std::map<std::pair<int, std::string>, std::shared_ptr<const Picture>> made_;
};

// Numbers of an extension of the format, or what they are without it.
class Extension {
public:
    Extension(const tinygltf::Material& m, const char* name) {
        const auto it = m.extensions.find(name);
        if (it != m.extensions.end() && it->second.IsObject()) value_ = &it->second;
    }
    explicit operator bool() const { return value_ != nullptr; }
    float number(const char* key, float without) const {
        if (!value_ || !value_->Has(key) || !value_->Get(key).IsNumber()) return without;
        const auto v = static_cast<float>(value_->Get(key).GetNumberAsDouble());
        return std::isfinite(v) ? v : without;
    }
    Rgb color(const char* key) const { // linear; white without
        if (!value_ || !value_->Has(key)) return Rgb(1);
        const tinygltf::Value& v = value_->Get(key);
        if (!v.IsArray() || v.ArrayLen() < 3) return Rgb(1);
        const auto at = [&](int k) { return v.Get(k).IsNumber() ? share(v.Get(k).GetNumberAsDouble()) : 1.0f; };
        return fromLinear709({at(0), at(1), at(2)});
    }

private:
    const tinygltf::Value* value_ = nullptr;
};

void addMaps(Pictures& pictures, const tinygltf::Material& m, bool keepAlpha, Surface& s) {
    const auto& p = m.pbrMetallicRoughness;
    if (const int color = p.baseColorTexture.index; color >= 0) {
        const bool asItIs = m.alphaMode == "BLEND" || (keepAlpha && m.alphaMode != "MASK");
        s.maps.color =
            asItIs ? pictures.of(color, true) : pictures.cut(color, m.alphaMode == "MASK" ? m.alphaCutoff : 0);
    }
    // Roughness lies in green, metal in blue.
    if (const int packed = p.metallicRoughnessTexture.index; packed >= 0) {
        s.maps.roughness = pictures.channel(packed, 1, s.roughness);
        if (s.metalness > 0) s.maps.metalness = pictures.channel(packed, 2, s.metalness);
    }
    if (const auto normal = pictures.of(m.normalTexture.index, false)) {
        s.maps.normal = normal;
        s.relief = std::clamp(static_cast<float>(m.normalTexture.scale), -4.0f, 4.0f);
    }
    // Of a picture that shines its mean does: a surface shines evenly.
    if (const auto glow = pictures.of(m.emissiveTexture.index, true)) {
        Rgb sum(0);
        const size_t n = glow->rgba.size() / 4, step = std::max<size_t>(n / 20000, 1);
        float taken = 0;
        for (size_t k = 0; k < n; k += step, ++taken)
            sum += fromSrgb8(glow->rgba[4 * k], glow->rgba[4 * k + 1], glow->rgba[4 * k + 2]);
        s.emission *= sum / std::max(taken, 1.0f);
    }
}

// How the uvs of a material's pictures are moved (KHR_texture_transform); one for all of them.
struct Layout {
    int set = 0;
    V2f offset{0}, scale{1};
    float turn = 0;
    bool operator==(const Layout&) const = default;
    V2f operator()(const V2f& uv) const {
        const V2f s = uv * scale;
        const float c = std::cos(turn), n = std::sin(turn);
        return offset + V2f(c * s.x + n * s.y, c * s.y - n * s.x);
    }
};
template <class Info> Layout layoutOf(const Info& info) {
    Layout out;
    out.set = std::clamp(info.texCoord, 0, 8);
    const auto it = info.extensions.find("KHR_texture_transform");
    if (it == info.extensions.end() || !it->second.IsObject()) return out;
    const tinygltf::Value& e = it->second;
    const auto number = [](const tinygltf::Value& v, float without) {
        const auto f = v.IsNumber() ? static_cast<float>(v.GetNumberAsDouble()) : without;
        return std::isfinite(f) ? f : without;
    };
    const auto pair = [&](const char* key, V2f& to) {
        if (e.Has(key) && e.Get(key).IsArray() && e.Get(key).ArrayLen() == 2)
            to = {number(e.Get(key).Get(0), to.x), number(e.Get(key).Get(1), to.y)};
    };
    pair("offset", out.offset);
    pair("scale", out.scale);
    if (e.Has("rotation")) out.turn = number(e.Get("rotation"), 0);
    if (e.Has("texCoord") && e.Get("texCoord").IsNumber())
        out.set = std::clamp(e.Get("texCoord").GetNumberAsInt(), 0, 8);
    return out;
}
// False: its pictures lie differently; the first one's layout is taken.
bool layoutOf(const tinygltf::Material& m, Layout& out) {
    const auto& p = m.pbrMetallicRoughness;
    bool first = true, same = true;
    const auto take = [&](const auto& info) {
        if (info.index < 0) return;
        const Layout l = layoutOf(info);
        if (first) out = l;
        same = same && (first || l == out);
        first = false;
    };
    take(p.baseColorTexture);
    take(p.metallicRoughnessTexture);
    take(m.normalTexture);
    return same;
}

Surface surfaceOf(Pictures& pictures, const tinygltf::Material& m, bool keepAlpha) {
    Surface s;
    s.name = m.name.empty() ? "material" : m.name;
    const auto& p = m.pbrMetallicRoughness;
    if (p.baseColorFactor.size() >= 3)
        s.baseColor =
            fromLinear709({share(p.baseColorFactor[0]), share(p.baseColorFactor[1]), share(p.baseColorFactor[2])});
    s.roughness = share(p.roughnessFactor);
    s.metalness = share(p.metallicFactor);
    // Light emitted in unit strength is about a bright screen.
    if (m.emissiveFactor.size() == 3)
        s.emission =
            fromLinear709({share(m.emissiveFactor[0]), share(m.emissiveFactor[1]), share(m.emissiveFactor[2])}) *
            300.0f *
            std::clamp(Extension(m, "KHR_materials_emissive_strength").number("emissiveStrength", 1), 0.0f, 1e4f);
    s.transmission = share(Extension(m, "KHR_materials_transmission").number("transmissionFactor", 0));
    if (m.alphaMode == "BLEND" && p.baseColorFactor.size() == 4 && p.baseColorFactor[3] < 0.6)
        s.transmission = 1; // panes of exporters without the extension
    const Extension coat(m, "KHR_materials_clearcoat");
    s.coat = share(coat.number("clearcoatFactor", 0));
    if (s.coat > 0) s.coatRoughness = share(coat.number("clearcoatRoughnessFactor", 0));
    s.specular = share(Extension(m, "KHR_materials_specular").number("specularFactor", 1));
    const Extension leaf(m, "KHR_materials_diffuse_transmission");
    s.translucency = std::min(share(leaf.number("diffuseTransmissionFactor", 0)), 0.9f);
    if (s.translucency > 0) s.throughTint = leaf.color("diffuseTransmissionColorFactor");
    const Extension volume(m, "KHR_materials_volume");
    if (s.transmission > 0.5f && volume.number("thicknessFactor", 0) > 0) {
        s.solid = true;
        const Rgb left = volume.color("attenuationColor");
        const float after = volume.number("attenuationDistance", 0); // 0: it takes nothing away
        for (int k = 0; k < 3; ++k)
            if (after > 0) s.absorption[k] = -std::log(std::clamp(left[k], 1e-4f, 1.0f)) / after;
    }
    addMaps(pictures, m, keepAlpha, s);
    return s;
}

// A light of the file as a small thing that shines: a ball, or a disc that faces where a spot does.
Mesh lampOf(const V3f& at, const V3f& direction, float radius, bool spot) {
    Mesh m;
    constexpr int kAround = 12, kRings = 6;
    if (spot) {
        const V3f x = (std::abs(direction.z) < 0.9f ? V3f(0, 0, 1) : V3f(1, 0, 0)).cross(direction).normalized(),
                  y = direction.cross(x);
        m.positions.push_back(at);
        for (int i = 0; i < kAround; ++i) {
            const float a = 2 * kPi * static_cast<float>(i) / kAround;
            m.positions.push_back(at + x * (radius * std::cos(a)) + y * (radius * std::sin(a)));
            m.triangles.push_back({0, 1 + i, 1 + (i + 1) % kAround});
        }
        return m;
    }
    for (int r = 0; r <= kRings; ++r)
        for (int i = 0; i < kAround; ++i) {
            const float t = kPi * static_cast<float>(r) / kRings, a = 2 * kPi * static_cast<float>(i) / kAround;
            m.positions.push_back(at + V3f(std::sin(t) * std::cos(a), std::sin(t) * std::sin(a), std::cos(t)) * radius);
        }
    for (int r = 0; r < kRings; ++r)
        for (int i = 0; i < kAround; ++i) {
            const int a = r * kAround + i, b = r * kAround + (i + 1) % kAround;
            if (r > 0) m.triangles.push_back({a, a + kAround, b});
            if (r + 1 < kRings) m.triangles.push_back({b, a + kAround, b + kAround});
        }
    return m;
}

// Pictures and buffers beside the file only.
tinygltf::FsCallbacks besideOnly(const fs::path& folder) {
    tinygltf::FsCallbacks callbacks;
    callbacks.FileExists = [](const std::string& name, void* base) {
        return within(name, *static_cast<const fs::path*>(base)) && fs::is_regular_file(name);
    };
    callbacks.ExpandFilePath = [](const std::string& name, void*) { return name; };
    callbacks.ReadWholeFile = [](std::vector<unsigned char>* out, std::string* error, const std::string& name,
                                 void* base) {
        if (!within(name, *static_cast<const fs::path*>(base))) {
            *error += "refers to a file outside its folder\n";
            return false;
        }
        std::ifstream in(name, std::ios::binary);
        if (!in) return false;
        out->assign(std::istreambuf_iterator<char>(in), {});
        return true;
    };
    callbacks.WriteWholeFile = [](std::string*, const std::string&, const std::vector<unsigned char>&, void*) {
        return false;
    };
    callbacks.user_data = const_cast<fs::path*>(&folder);
    return callbacks;
}

tinygltf::Model load(const fs::path& file, const fs::path& folder) {
    tinygltf::TinyGLTF loader;
    loader.SetFsCallbacks(besideOnly(folder));

    // Pictures stay as they lie in the file until it is known what they are for.
    loader.SetImageLoader(
        [](tinygltf::Image* image, const int, std::string*, std::string*, int, int, const unsigned char* bytes,
           int size, void*) {
            image->image.assign(bytes, bytes + size);
            return true;
        },
        nullptr);

    tinygltf::Model g;
    std::string error, warning;
    std::string bytes = wholeFile(file);
    const bool binary = bytes.compare(0, 4, "glTF") == 0;
    bytes = preparedGltf(bytes, binary);
    const auto size = static_cast<unsigned>(bytes.size());
    const bool good =
        binary ? loader.LoadBinaryFromMemory(&g, &error, &warning, reinterpret_cast<const unsigned char*>(bytes.data()),
                                             size, folder.string())
               : loader.LoadASCIIFromString(&g, &error, &warning, bytes.data(), size, folder.string());
    if (!good) {
        std::replace(error.begin(), error.end(), '\n', ' ');
        broken("is not a whole glTF file" + (error.empty() ? std::string() : " (" + error.substr(0, 160) + ")"));
    }
    decompressViews(g);
    return g;
}

// The scene's tree walked, each mesh and lamp at its place.
struct GltfReader {
    GltfReader(const tinygltf::Model& model, const Order& order);
    ForeignModel read();
    V3f place(const V3d& p);
    V3f turned(const M44d& by, const V3d& v) const;
    void addMesh(const tinygltf::Mesh& mesh, const std::string& name, const M44d& toWorld, int group);
    void addLight(const tinygltf::Light& light, const M44d& toWorld, int group);
    void visit(int n, const M44d& parent, int group, int depth);

    const tinygltf::Model& g;
    const float unit;
    ForeignModel out;
    Model& model = out.model;
    std::vector<Layout> layouts;
    int plain = 0; // material of what has none
    // In double precision until the model is at its own origin: far from it a float holds no centimetres.
    std::optional<V3d> origin;
    bool points = false;
    int visited = 0;
};

GltfReader::GltfReader(const tinygltf::Model& from, const Order& order)
    : g(from), unit(order.unit > 0 ? order.unit : 1), layouts(from.materials.size() + 1) {
    model.name = order.file.stem().string();
    tellStage(Text("reading its textures"));
    Pictures pictures(g, order.folders);
    for (size_t i = 0; i < g.materials.size(); ++i) {
        model.materials.push_back(surfaceOf(pictures, g.materials[i], order.keepAlpha));
        if (!layoutOf(g.materials[i], layouts[i]))
            out.notes.push_back(
                Text("The maps of %1 lie differently: all are laid as its colour is", model.materials.back().name));
    }
    out.missing = pictures.unreadable;
    tellStage(Text("building its parts"));
    plain = static_cast<int>(model.materials.size());
    model.materials.push_back({.name = "plain"});
}

V3f GltfReader::place(const V3d& p) { // glTF is Y up; here Z is
    if (!origin) origin = p;
    const V3d at = p - *origin;
    return V3f(static_cast<float>(at.x), static_cast<float>(-at.z), static_cast<float>(at.y)) * unit;
}

V3f GltfReader::turned(const M44d& by, const V3d& v) const {
    V3d out;
    by.multDirMatrix(v, out);
    return V3f(static_cast<float>(out.x), static_cast<float>(-out.z), static_cast<float>(out.y)).normalized();
}

void GltfReader::addMesh(const tinygltf::Mesh& mesh, const std::string& name, const M44d& toWorld, int group) {
    for (const auto& p : mesh.primitives) {
        if (p.mode < TINYGLTF_MODE_TRIANGLES && p.mode != -1) {
            points = true;
            out.notes.push_back(Text("Lines or points of %1 left out", name));
            continue;
        }
        const int material = p.material >= 0 && p.material < plain ? p.material : plain;
        const Layout& layout = layouts[static_cast<size_t>(material)];
        const GltfPrimitive in = primitiveOf(g, p, layout.set);
        if (in.positions.empty()) continue;
        Mesh m;
        for (const V3f& v : in.positions) m.positions.push_back(place(V3d(v) * toWorld));
        const M44d turn = toWorld.inverse().transposed();
        for (const V3f& v : in.normals) m.normals.push_back(turned(turn, V3d(v)));
        for (const V2f& uv : in.uvs) {
            const V2f laid = layout(uv);
            m.uvs.emplace_back(laid.x, 1 - laid.y); // v runs down there
        }
        const bool mirrored = toWorld.determinant() < 0;
        for (size_t i = 0; i + 2 < in.corners.size(); i += 3)
            m.triangles.push_back({static_cast<int>(in.corners[i]),
                                   static_cast<int>(in.corners[i + (mirrored ? 2 : 1)]),
                                   static_cast<int>(in.corners[i + (mirrored ? 1 : 2)])});
        model.parts.push_back(partOf(name.empty() ? "part" : name, material, std::move(m), group));
    }
}

// Candela of a point are spread over what the ball or the disc shows of itself.
void GltfReader::addLight(const tinygltf::Light& light, const M44d& toWorld, int group) {
    const std::string name = light.name.empty() ? "lamp" : light.name;
    if (light.type == "directional") {
        out.notes.push_back(Text("The light %1 shines like a sun and was left out: the sky has one", name));
        return;
    }
    constexpr float kRadius = 0.04f;
    const bool spot = light.type == "spot";
    Surface s{.name = name, .baseColor = Rgb(0.8f)};
    Rgb color(1);
    if (light.color.size() == 3)
        color = fromLinear709({share(light.color[0]), share(light.color[1]), share(light.color[2])});
    s.emission = color * std::clamp(static_cast<float>(light.intensity) / (kPi * kRadius * kRadius), 0.0f, 1e7f);
    const V3f direction = turned(toWorld, V3d(0, 0, -1));
    model.materials.push_back(s);
    model.parts.push_back(partOf(name, static_cast<int>(model.materials.size()) - 1,
                                 lampOf(place(V3d(0) * toWorld), direction, kRadius, spot), group));
}

void GltfReader::visit(int n, const M44d& parent, int group, int depth) {
    // Cycles and bombs of shared nodes end here.
    if (n < 0 || n >= static_cast<int>(g.nodes.size()) || depth > 100 || ++visited > 2000000)
        broken("has a broken tree of parts");
    const auto& node = g.nodes[n];
    const M44d world = matrixOf(node) * parent;
    if (!node.children.empty()) {
        model.groups.push_back({node.name.empty() ? "group" : node.name, group});
        group = static_cast<int>(model.groups.size()) - 1;
    }
    if (node.mesh >= 0 && node.mesh < static_cast<int>(g.meshes.size()))
        addMesh(g.meshes[node.mesh], node.name.empty() ? g.meshes[node.mesh].name : node.name, world, group);
    if (const auto l = node.extensions.find("KHR_lights_punctual");
        l != node.extensions.end() && l->second.Has("light")) {
        const int index = l->second.Get("light").GetNumberAsInt();
        if (index >= 0 && index < static_cast<int>(g.lights.size()))
            addLight(g.lights[static_cast<size_t>(index)], world, group);
    }
    for (int c : node.children) visit(c, world, group, depth + 1);
}

ForeignModel GltfReader::read() {
    if (g.scenes.empty())
        for (int i = 0; i < static_cast<int>(g.nodes.size()); ++i) visit(i, M44d(), -1, 0);
    else
        for (int n : g.scenes[std::clamp(g.defaultScene, 0, static_cast<int>(g.scenes.size()) - 1)].nodes)
            visit(n, M44d(), -1, 0);
    if (model.parts.empty() && points)
        throw Error(Error::Kind::Unsupported,
                    Text("%w contains points or lines and no surfaces: a point cloud cannot be imported"), "");
    out.unit = unit;
    out.unitTold = true; // the format counts in metres
    const V3d first = origin.value_or(V3d(0));
    out.origin = V3d(-first.x, first.z, -first.y) * unit;
    return std::move(out);
}

} // namespace

ForeignModel readGltf(const Order& order) {
    const tinygltf::Model g = load(order.file, order.file.parent_path());
    return GltfReader(g, order).read();
}

} // namespace thallos
