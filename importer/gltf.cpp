#include <algorithm>
#include <cmath>
#include <cstring>
#include <fstream>
#include <functional>
#include <sstream>

#include <tiny_gltf.h>

#include "core/base/error.h"
#include "importer/readers.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

[[noreturn]] void broken(const std::string& what) {
    throw Error(Error::Kind::Unreadable, what, "");
}

// Numbers of an accessor, checked against the buffer they lie in.
class Accessor {
public:
    Accessor(const tinygltf::Model& g, int index) {
        if (index < 0 || index >= static_cast<int>(g.accessors.size())) broken("names data that is not there");
        const auto& a = g.accessors[index];
        if (a.sparse.isSparse) broken("uses sparse data, which is not supported");
        if (a.bufferView < 0 || a.bufferView >= static_cast<int>(g.bufferViews.size()))
            broken("names data that is not there");
        const auto& v = g.bufferViews[a.bufferView];
        if (v.buffer < 0 || v.buffer >= static_cast<int>(g.buffers.size())) broken("names data that is not there");
        const auto& b = g.buffers[v.buffer].data;
        type_ = a.componentType;
        components_ = tinygltf::GetNumComponentsInType(static_cast<uint32_t>(a.type));
        const int size = tinygltf::GetComponentSizeInBytes(static_cast<uint32_t>(a.componentType));
        if (components_ <= 0 || size <= 0) broken("has data of an unknown type");
        const size_t item = static_cast<size_t>(size) * components_;
        stride_ = v.byteStride ? v.byteStride : item;
        count_ = a.count;
        const size_t start = v.byteOffset + a.byteOffset;
        if (stride_ < item || start > b.size() || (count_ && (count_ - 1) > (b.size() - start) / stride_) ||
            (count_ && start + (count_ - 1) * stride_ + item > b.size()))
            broken("ends before its data does");
        data_ = b.data() + start;
        normalized_ = a.normalized;
    }
    size_t count() const { return count_; }
    int components() const { return components_; }
    float real(size_t i, int k) const {
        const unsigned char* p = at(i, k);
        switch (type_) {
        case TINYGLTF_COMPONENT_TYPE_FLOAT:
            return get<float>(p);
        case TINYGLTF_COMPONENT_TYPE_UNSIGNED_BYTE:
            return static_cast<float>(*p) / (normalized_ ? 255.0f : 1.0f);
        case TINYGLTF_COMPONENT_TYPE_UNSIGNED_SHORT:
            return static_cast<float>(get<uint16_t>(p)) / (normalized_ ? 65535.0f : 1.0f);
        case TINYGLTF_COMPONENT_TYPE_BYTE:
            return static_cast<float>(get<int8_t>(p)) / (normalized_ ? 127.0f : 1.0f);
        case TINYGLTF_COMPONENT_TYPE_SHORT:
            return static_cast<float>(get<int16_t>(p)) / (normalized_ ? 32767.0f : 1.0f);
        default:
            broken("has data of an unknown type");
        }
    }
    uint32_t index(size_t i) const {
        const unsigned char* p = at(i, 0);
        switch (type_) {
        case TINYGLTF_COMPONENT_TYPE_UNSIGNED_BYTE:
            return *p;
        case TINYGLTF_COMPONENT_TYPE_UNSIGNED_SHORT:
            return get<uint16_t>(p);
        case TINYGLTF_COMPONENT_TYPE_UNSIGNED_INT:
            return get<uint32_t>(p);
        default:
            broken("has indices of an unknown type");
        }
    }

private:
    template <class T> static T get(const unsigned char* p) {
        T v;
        std::memcpy(&v, p, sizeof v);
        return v;
    }
    const unsigned char* at(size_t i, int k) const {
        return data_ + i * stride_ +
               static_cast<size_t>(k) *
                   static_cast<size_t>(tinygltf::GetComponentSizeInBytes(static_cast<uint32_t>(type_)));
    }
    const unsigned char* data_ = nullptr;
    size_t count_ = 0, stride_ = 0;
    int type_ = 0, components_ = 0;
    bool normalized_ = false;
};

M44f matrixOf(const tinygltf::Node& n) {
    M44f m;
    if (n.matrix.size() == 16) {
        for (int r = 0; r < 4; ++r)
            for (int c = 0; c < 4; ++c)
                m[r][c] = static_cast<float>(n.matrix[static_cast<size_t>(r) * 4 + c]); // columns there, rows here
        return m;
    }
    M44f scale, turn, move;
    if (n.scale.size() == 3)
        scale.setScale(
            V3f(static_cast<float>(n.scale[0]), static_cast<float>(n.scale[1]), static_cast<float>(n.scale[2])));
    if (n.rotation.size() == 4) {
        const auto x = static_cast<float>(n.rotation[0]), y = static_cast<float>(n.rotation[1]),
                   z = static_cast<float>(n.rotation[2]), w = static_cast<float>(n.rotation[3]);
        turn = M44f(1 - 2 * (y * y + z * z), 2 * (x * y + z * w), 2 * (x * z - y * w), 0, 2 * (x * y - z * w),
                    1 - 2 * (x * x + z * z), 2 * (y * z + x * w), 0, 2 * (x * z + y * w), 2 * (y * z - x * w),
                    1 - 2 * (x * x + y * y), 0, 0, 0, 0, 1);
    }
    if (n.translation.size() == 3)
        move.setTranslation(V3f(static_cast<float>(n.translation[0]), static_cast<float>(n.translation[1]),
                                static_cast<float>(n.translation[2])));
    return scale * turn * move;
}

float share(double v) {
    return std::clamp(static_cast<float>(v), 0.0f, 1.0f);
}

// The picture of a texture in 8 bits; null when it is not there or of a kind that the format doesn't know.
std::shared_ptr<Picture> pictureOf(const tinygltf::Model& g, int texture) {
    if (texture < 0 || texture >= static_cast<int>(g.textures.size())) return nullptr;
    const int i = g.textures[texture].source;
    if (i < 0 || i >= static_cast<int>(g.images.size())) return nullptr;
    const auto& image = g.images[i];
    const size_t values = static_cast<size_t>(std::max(image.width, 0)) * std::max(image.height, 0) * 4;
    if (values == 0 || image.component != 4) return nullptr;
    auto out = std::make_shared<Picture>(Picture{image.width, image.height, {}});
    if (image.bits == 8 && image.image.size() == values)
        out->rgba = image.image;
    else if (image.bits == 16 && image.image.size() == values * 2) {
        out->rgba.resize(values);
        for (size_t k = 0; k < values; ++k) out->rgba[k] = image.image[2 * k + 1]; // the upper byte
    } else
        return nullptr;
    return out;
}

// One channel of it as a picture of its own, times a factor.
std::shared_ptr<const Picture> channelOf(const Picture& of, size_t channel, float factor) {
    auto out = std::make_shared<Picture>(of);
    for (size_t k = 0; k < out->rgba.size(); k += 4) {
        const auto v = static_cast<uint8_t>(static_cast<float>(of.rgba[k + channel]) * factor + 0.5f);
        out->rgba[k] = out->rgba[k + 1] = out->rgba[k + 2] = v;
        out->rgba[k + 3] = 255;
    }
    return out;
}

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

void addMaps(const tinygltf::Model& g, const tinygltf::Material& m, bool keepAlpha, Surface& s) {
    const auto& p = m.pbrMetallicRoughness;
    if (const auto color = pictureOf(g, p.baseColorTexture.index)) {
        for (size_t k = 3; k < color->rgba.size(); k += 4)
            if (m.alphaMode != "BLEND" && !(keepAlpha && m.alphaMode != "MASK"))
                color->rgba[k] = m.alphaMode == "MASK" && color->rgba[k] < m.alphaCutoff * 255 ? 0 : 255;
        s.maps.color = color;
    }
    // Roughness lies in green, metal in blue.
    if (const auto packed = pictureOf(g, p.metallicRoughnessTexture.index)) {
        s.maps.roughness = channelOf(*packed, 1, s.roughness);
        if (s.metalness > 0) s.maps.metalness = channelOf(*packed, 2, s.metalness);
    }
    if (const auto normal = pictureOf(g, m.normalTexture.index)) {
        s.maps.normal = normal;
        s.relief = std::clamp(static_cast<float>(m.normalTexture.scale), -4.0f, 4.0f);
    }
}

Surface surfaceOf(const tinygltf::Model& g, const tinygltf::Material& m, bool keepAlpha) {
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
    addMaps(g, m, keepAlpha, s);
    return s;
}

} // namespace

Model readGltf(const fs::path& file, float unit, bool keepAlpha) {
    const fs::path folder = file.parent_path();
    tinygltf::TinyGLTF loader;
    // Pictures and buffers beside the file only.
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
    loader.SetFsCallbacks(callbacks);

    tinygltf::Model g;
    std::string error, warning;
    std::ifstream in(file, std::ios::binary);
    char magic[4] = {};
    in.read(magic, 4);
    const bool binary = std::memcmp(magic, "glTF", 4) == 0;
    const bool good = binary ? loader.LoadBinaryFromFile(&g, &error, &warning, file.string())
                             : loader.LoadASCIIFromFile(&g, &error, &warning, file.string());
    if (!good) {
        std::replace(error.begin(), error.end(), '\n', ' ');
        broken("is no whole glTF file" + (error.empty() ? std::string() : " (" + error.substr(0, 160) + ")"));
    }
    Model model;
    model.name = file.stem().string();
    for (const auto& m : g.materials) model.materials.push_back(surfaceOf(g, m, keepAlpha));
    const int plain = static_cast<int>(model.materials.size());
    model.materials.push_back({.name = "plain"});

    auto addMesh = [&](const tinygltf::Mesh& mesh, const std::string& name, const M44f& toWorld) {
        for (const auto& p : mesh.primitives) {
            if (p.mode != TINYGLTF_MODE_TRIANGLES && p.mode != -1) {
                model.warnings.push_back(name + " has lines, points or strips, which were left out");
                continue;
            }
            const auto position = p.attributes.find("POSITION");
            if (position == p.attributes.end()) continue;
            Part part{name.empty() ? "part" : name, p.material >= 0 && p.material < plain ? p.material : plain, {}};
            Mesh& m = part.mesh;
            const Accessor points(g, position->second);
            if (points.components() != 3) broken("has positions that are not three numbers");
            // glTF is Y up; here Z is.
            auto point = [](const Accessor& a, size_t i) { return V3f(a.real(i, 0), a.real(i, 1), a.real(i, 2)); };
            auto zUp = [](const V3f& v) { return V3f(v.x, -v.z, v.y); };
            for (size_t i = 0; i < points.count(); ++i) m.positions.push_back(zUp(point(points, i) * toWorld) * unit);
            if (const auto n = p.attributes.find("NORMAL"); n != p.attributes.end()) {
                const Accessor normals(g, n->second);
                const M44f turn = toWorld.inverse().transposed();
                if (normals.components() == 3 && normals.count() == points.count())
                    for (size_t i = 0; i < normals.count(); ++i) {
                        V3f v;
                        turn.multDirMatrix(point(normals, i), v);
                        m.normals.push_back(zUp(v).normalized());
                    }
            }
            if (const auto t = p.attributes.find("TEXCOORD_0"); t != p.attributes.end()) {
                const Accessor uvs(g, t->second);
                if (uvs.components() == 2 && uvs.count() == points.count())
                    for (size_t i = 0; i < uvs.count(); ++i)
                        m.uvs.emplace_back(uvs.real(i, 0), 1 - uvs.real(i, 1)); // v runs down there
            }
            const bool mirrored = toWorld.determinant() < 0;
            auto triangle = [&](uint32_t a, uint32_t b, uint32_t c) {
                const auto limit = static_cast<uint32_t>(points.count());
                if (a >= limit || b >= limit || c >= limit) broken("has a triangle with a corner that is not there");
                if (mirrored) std::swap(b, c);
                m.triangles.push_back({static_cast<int>(a), static_cast<int>(b), static_cast<int>(c)});
            };
            if (p.indices >= 0) {
                const Accessor index(g, p.indices);
                for (size_t i = 0; i + 2 < index.count(); i += 3)
                    triangle(index.index(i), index.index(i + 1), index.index(i + 2));
            } else
                for (uint32_t i = 0; i + 2 < points.count(); i += 3) triangle(i, i + 1, i + 2);
            model.parts.push_back(std::move(part));
        }
    };
    int visited = 0;
    std::function<void(int, const M44f&, int)> visit = [&](int n, const M44f& parent, int depth) {
        // Cycles and bombs of shared nodes end here.
        if (n < 0 || n >= static_cast<int>(g.nodes.size()) || depth > 100 || ++visited > 2000000)
            broken("has a broken tree of parts");
        const auto& node = g.nodes[n];
        const M44f world = matrixOf(node) * parent;
        if (node.mesh >= 0 && node.mesh < static_cast<int>(g.meshes.size()))
            addMesh(g.meshes[node.mesh], node.name.empty() ? g.meshes[node.mesh].name : node.name, world);
        for (int c : node.children) visit(c, world, depth + 1);
    };
    if (g.scenes.empty())
        for (int i = 0; i < static_cast<int>(g.nodes.size()); ++i) visit(i, M44f(), 0);
    else
        for (int n : g.scenes[std::clamp(g.defaultScene, 0, static_cast<int>(g.scenes.size()) - 1)].nodes)
            visit(n, M44f(), 0);
    return model;
}

} // namespace thallos
