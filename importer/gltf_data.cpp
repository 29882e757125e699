#include "importer/gltf_data.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <memory>

#include <draco/compression/decode.h>
#include <meshoptimizer.h>
#include <nlohmann/json.hpp>

#include "core/base/error.h"

namespace thallos {

[[noreturn]] void broken(const std::string& what) {
    throw Error(Error::Kind::Unreadable, Text::verbatim(what), "");
}

namespace {

// Numbers of an accessor, checked against the buffer they lie in.
class Accessor {
public:
    Accessor(const tinygltf::Model& g, int index) {
        if (index < 0 || index >= static_cast<int>(g.accessors.size())) broken("names data that is not there");
        const auto& a = g.accessors[index];
        type_ = a.componentType;
        components_ = tinygltf::GetNumComponentsInType(static_cast<uint32_t>(a.type));
        const int size = tinygltf::GetComponentSizeInBytes(static_cast<uint32_t>(a.componentType));
        if (components_ <= 0 || size <= 0) broken("has data of an unknown type");
        const size_t item = static_cast<size_t>(size) * components_;
        count_ = a.count;
        normalized_ = a.normalized;
        if (a.bufferView < 0) { // all zero but for what may be told below
            if (count_ > kMost) broken("has more data than a file may");
            own_.assign(count_ * item, 0);
            stride_ = item;
            data_ = own_.data();
        } else
            data_ = bytesOf(g, a.bufferView, a.byteOffset, item, count_, stride_);
        if (a.sparse.isSparse) addSparse(g, a, item);
    }
    Accessor(const Accessor&) = delete;
    Accessor& operator=(const Accessor&) = delete;
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
    static constexpr size_t kMost = 200'000'000;

    static const unsigned char* bytesOf(const tinygltf::Model& g, int view, size_t offset, size_t item, size_t count,
                                        size_t& stride) {
        if (view < 0 || view >= static_cast<int>(g.bufferViews.size())) broken("names data that is not there");
        const auto& v = g.bufferViews[static_cast<size_t>(view)];
        if (v.buffer < 0 || v.buffer >= static_cast<int>(g.buffers.size())) broken("names data that is not there");
        const auto& b = g.buffers[static_cast<size_t>(v.buffer)].data;
        stride = v.byteStride ? v.byteStride : item;
        const size_t start = v.byteOffset + offset;
        if (stride < item || start > b.size() || (count && (count - 1) > (b.size() - start) / stride) ||
            (count && start + (count - 1) * stride + item > b.size()))
            broken("ends before its data does");
        return b.data() + start;
    }

    // Single values in place of others.
    void addSparse(const tinygltf::Model& g, const tinygltf::Accessor& a, size_t item) {
        if (own_.empty()) {
            if (count_ > kMost) broken("has more data than a file may");
            std::vector<unsigned char> copy(count_ * item);
            for (size_t i = 0; i < count_; ++i) std::memcpy(&copy[i * item], data_ + i * stride_, item);
            own_ = std::move(copy);
            stride_ = item;
            data_ = own_.data();
        }
        const auto& s = a.sparse;
        const auto n = static_cast<size_t>(std::max(s.count, 0));
        const int kind = s.indices.componentType;
        const size_t wide = kind == TINYGLTF_COMPONENT_TYPE_UNSIGNED_BYTE    ? 1
                            : kind == TINYGLTF_COMPONENT_TYPE_UNSIGNED_SHORT ? 2
                                                                             : 4;
        size_t indexStride = 0, valueStride = 0;
        const unsigned char* index =
            bytesOf(g, s.indices.bufferView, static_cast<size_t>(s.indices.byteOffset), wide, n, indexStride);
        const unsigned char* value =
            bytesOf(g, s.values.bufferView, static_cast<size_t>(s.values.byteOffset), item, n, valueStride);
        for (size_t i = 0; i < n; ++i) {
            uint32_t at = 0;
            std::memcpy(&at, index + i * indexStride, wide);
            if (at >= count_) broken("names data that is not there");
            std::memcpy(&own_[at * item], value + i * valueStride, item);
        }
    }

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
    std::vector<unsigned char> own_;
    const unsigned char* data_ = nullptr;
    size_t count_ = 0, stride_ = 0;
    int type_ = 0, components_ = 0;
    bool normalized_ = false;
};

// Corners of triangles, strips or fans from corners in their order.
std::vector<uint32_t> trianglesOf(const std::vector<uint32_t>& in, int mode) {
    std::vector<uint32_t> out;
    if (mode == TINYGLTF_MODE_TRIANGLES || mode == -1) {
        out.assign(in.begin(), in.begin() + static_cast<std::ptrdiff_t>(in.size() / 3 * 3));
        return out;
    }
    for (size_t i = 2; i < in.size(); ++i) {
        if (mode == TINYGLTF_MODE_TRIANGLE_FAN)
            out.insert(out.end(), {in[0], in[i - 1], in[i]});
        else if (i % 2 == 0)
            out.insert(out.end(), {in[i - 2], in[i - 1], in[i]});
        else
            out.insert(out.end(), {in[i - 1], in[i - 2], in[i]});
    }
    return out;
}

template <int n> std::vector<Imath::Vec3<float>> dracoValues(const draco::Mesh& mesh, int id) {
    std::vector<V3f> out;
    const draco::PointAttribute* a = mesh.GetAttributeByUniqueId(static_cast<uint32_t>(id));
    if (!a || a->num_components() != n) return out;
    out.resize(mesh.num_points());
    for (uint32_t i = 0; i < mesh.num_points(); ++i) {
        float v[4] = {};
        a->ConvertValue<float, n>(a->mapped_index(draco::PointIndex(i)), v);
        out[i] = {v[0], v[1], n > 2 ? v[2] : 0};
    }
    return out;
}

// Decoded; `extension` names the view it lies in and its attributes.
void readDraco(const tinygltf::Model& g, const tinygltf::Value& extension, int uvSet, GltfPrimitive& out) {
    const auto numberOf = [](const tinygltf::Value& v, const std::string& key) {
        return v.Has(key) && v.Get(key).IsNumber() ? v.Get(key).GetNumberAsInt() : -1;
    };
    const int view = numberOf(extension, "bufferView");
    if (view < 0 || view >= static_cast<int>(g.bufferViews.size())) broken("names data that is not there");
    const auto& v = g.bufferViews[static_cast<size_t>(view)];
    if (v.buffer < 0 || v.buffer >= static_cast<int>(g.buffers.size())) broken("names data that is not there");
    const auto& bytes = g.buffers[static_cast<size_t>(v.buffer)].data;
    if (v.byteOffset > bytes.size() || v.byteLength > bytes.size() - v.byteOffset) broken("ends before its data does");
    draco::DecoderBuffer buffer;
    buffer.Init(reinterpret_cast<const char*>(bytes.data()) + v.byteOffset, v.byteLength);
    draco::Decoder decoder;
    auto decoded = decoder.DecodeMeshFromBuffer(&buffer);
    if (!decoded.ok()) broken("has compressed parts that cannot be unpacked");
    const std::unique_ptr<draco::Mesh> mesh = std::move(decoded).value();
    const tinygltf::Value none, &names = extension.Has("attributes") ? extension.Get("attributes") : none;
    out.positions = dracoValues<3>(*mesh, numberOf(names, "POSITION"));
    out.normals = dracoValues<3>(*mesh, numberOf(names, "NORMAL"));
    for (const V3f& uv : dracoValues<2>(*mesh, numberOf(names, "TEXCOORD_" + std::to_string(uvSet))))
        out.uvs.emplace_back(uv.x, uv.y);
    for (uint32_t i = 0; i < mesh->num_faces(); ++i)
        for (const draco::PointIndex& p : mesh->face(draco::FaceIndex(i))) out.corners.push_back(p.value());
}

} // namespace

namespace {

// The library gives up a whole file for one picture that is nowhere or no base64: it becomes a file that is not there,
// which is told.
bool lonePictures(nlohmann::json& j) {
    using nlohmann::json;
    if (!j.contains("images") || !j["images"].is_array()) return false;
    const size_t views = j.contains("bufferViews") && j["bufferViews"].is_array() ? j["bufferViews"].size() : 0;
    bool changed = false;
    int number = 0;
    for (json& image : j["images"]) {
        const std::string stand = "picture " + std::to_string(number++);
        if (!image.is_object()) image = json::object();
        bool good = false;
        if (const auto view = image.find("bufferView"); view != image.end())
            good = view->is_number_unsigned() && view->get<size_t>() < views;
        else if (const auto uri = image.find("uri"); uri != image.end() && uri->is_string()) {
            const auto& text = uri->get_ref<const std::string&>();
            const size_t comma = text.find(',');
            good =
                !text.empty() &&
                (text.compare(0, 5, "data:") != 0 ||
                 (comma != std::string::npos && comma + 4 < text.size() &&
                  std::all_of(text.begin() + static_cast<std::ptrdiff_t>(comma) + 1, text.end(), [](unsigned char c) {
                      return std::isalnum(c) || c == '+' || c == '/' || c == '=' || c == '-' || c == '_';
                  })));
        }
        if (good) continue;
        image.erase("bufferView");
        image["uri"] = stand;
        changed = true;
    }
    return changed;
}

// The library gives up a file whose indices lie in no view of their own, as those of compressed data may: there they
// come out of what is compressed.
bool compressedIndices(nlohmann::json& j) {
    using nlohmann::json;
    bool changed = false;
    if (!j.contains("meshes") || !j["meshes"].is_array()) return false;
    for (json& mesh : j["meshes"]) {
        if (!mesh.is_object() || !mesh.contains("primitives") || !mesh["primitives"].is_array()) continue;
        for (json& primitive : mesh["primitives"]) {
            const auto extensions = primitive.is_object() ? primitive.find("extensions") : primitive.end();
            if (!primitive.is_object() || extensions == primitive.end() || !extensions->is_object() ||
                !extensions->contains("KHR_draco_mesh_compression"))
                continue;
            changed = primitive.erase("indices") > 0 || changed;
        }
    }
    return changed;
}

} // namespace

std::string preparedGltf(const std::string& bytes, bool binary) {
    using nlohmann::json;
    constexpr size_t kHeader = 12, kChunk = 8;
    uint32_t length = 0;
    if (binary) {
        if (bytes.size() < kHeader + kChunk) broken("is not a whole glTF file");
        uint32_t version = 0;
        std::memcpy(&version, bytes.data() + 4, 4);
        std::memcpy(&length, bytes.data() + kHeader, 4);
        if (version < 2)
            throw Error(Error::Kind::Unsupported, Text("%w is glTF 1.0, which cannot be imported"), "",
                        Text("Export it as glTF 2.0"));
        if (length > bytes.size() - kHeader - kChunk) broken("is not a whole glTF file");
    }
    json j = json::parse(binary ? bytes.substr(kHeader + kChunk, length) : bytes, nullptr, false);
    if (!j.is_object()) return bytes; // the reader says what is wrong
    const json asset = j.value("asset", json::object());
    if (asset.is_object() && asset.contains("version") && asset["version"].is_string() &&
        asset["version"].get<std::string>().rfind("1", 0) == 0)
        throw Error(Error::Kind::Unsupported, Text("%w is glTF 1.0, which cannot be imported"), "",
                    Text("Export it as glTF 2.0"));
    bool changed = false;
    if (j.contains("buffers") && j["buffers"].is_array())
        for (json& b : j["buffers"])
            if (b.is_object() && b.contains("extensions") && b["extensions"].is_object() &&
                b["extensions"].contains("EXT_meshopt_compression") && !b.contains("uri") &&
                (!binary || &b != &j["buffers"].front())) {
                b["byteLength"] = 3;
                b["uri"] = "data:application/octet-stream;base64,AAAA";
                changed = true;
            }
    changed = lonePictures(j) || changed;
    changed = compressedIndices(j) || changed;
    if (!changed) return bytes;
    std::string text = j.dump();
    if (!binary) return text;
    while (text.size() % 4) text += ' ';
    const auto number = [](size_t v) {
        const auto n = static_cast<uint32_t>(v);
        return std::string(reinterpret_cast<const char*>(&n), 4);
    };
    const std::string rest = bytes.substr(kHeader + kChunk + length);
    return bytes.substr(0, 8) + number(kHeader + kChunk + text.size() + rest.size()) + number(text.size()) + "JSON" +
           text + rest;
}

void decompressViews(tinygltf::Model& g) {
    for (auto& view : g.bufferViews) {
        const auto it = view.extensions.find("EXT_meshopt_compression");
        if (it == view.extensions.end() || !it->second.IsObject()) continue;
        const tinygltf::Value& e = it->second;
        const auto number = [&](const char* key) {
            const double v = e.Has(key) && e.Get(key).IsNumber() ? e.Get(key).GetNumberAsDouble() : 0;
            return v >= 0 && v < 4e9 ? static_cast<size_t>(v) : 0;
        };
        const auto text = [&](const char* key) {
            return e.Has(key) && e.Get(key).IsString() ? e.Get(key).Get<std::string>() : std::string();
        };
        const size_t buffer = number("buffer"), offset = number("byteOffset"), length = number("byteLength"),
                     stride = number("byteStride"), count = number("count");
        if (buffer >= g.buffers.size()) broken("names data that is not there");
        const auto& in = g.buffers[buffer].data;
        if (offset > in.size() || length > in.size() - offset || stride == 0 || stride > 256 || count > 200'000'000)
            broken("ends before its data does");
        tinygltf::Buffer out;
        out.data.resize(count * stride);
        const unsigned char* from = in.data() + offset;
        const std::string mode = text("mode"), filter = text("filter");
        int failed = 1;
        if (mode == "ATTRIBUTES" && stride % 4 == 0)
            failed = meshopt_decodeVertexBuffer(out.data.data(), count, stride, from, length);
        else if (mode == "TRIANGLES" && (stride == 2 || stride == 4) && count % 3 == 0)
            failed = meshopt_decodeIndexBuffer(out.data.data(), count, stride, from, length);
        else if (mode == "INDICES" && (stride == 2 || stride == 4))
            failed = meshopt_decodeIndexSequence(out.data.data(), count, stride, from, length);
        if (failed) broken("has compressed parts that cannot be unpacked");
        if (filter == "OCTAHEDRAL" && (stride == 4 || stride == 8))
            meshopt_decodeFilterOct(out.data.data(), count, stride);
        else if (filter == "QUATERNION" && stride == 8)
            meshopt_decodeFilterQuat(out.data.data(), count, stride);
        else if (filter == "EXPONENTIAL")
            meshopt_decodeFilterExp(out.data.data(), count, stride);
        view.buffer = static_cast<int>(g.buffers.size());
        view.byteOffset = 0;
        view.byteLength = out.data.size();
        view.byteStride = mode == "ATTRIBUTES" ? stride : 0;
        g.buffers.push_back(std::move(out));
    }
}

GltfPrimitive primitiveOf(const tinygltf::Model& g, const tinygltf::Primitive& p, int uvSet) {
    GltfPrimitive out;
    std::vector<uint32_t> order;
    if (const auto draco = p.extensions.find("KHR_draco_mesh_compression"); draco != p.extensions.end()) {
        readDraco(g, draco->second, uvSet, out);
        order = std::move(out.corners);
    } else {
        const auto position = p.attributes.find("POSITION");
        if (position == p.attributes.end()) return out;
        const auto threes = [&](int index, std::vector<V3f>& to) {
            const Accessor a(g, index);
            if (a.components() != 3) return;
            to.reserve(a.count());
            for (size_t i = 0; i < a.count(); ++i) to.emplace_back(a.real(i, 0), a.real(i, 1), a.real(i, 2));
        };
        threes(position->second, out.positions);
        if (out.positions.empty()) broken("has positions that are not three numbers");
        if (const auto n = p.attributes.find("NORMAL"); n != p.attributes.end()) threes(n->second, out.normals);
        if (const auto t = p.attributes.find("TEXCOORD_" + std::to_string(uvSet)); t != p.attributes.end()) {
            const Accessor uvs(g, t->second);
            if (uvs.components() == 2)
                for (size_t i = 0; i < uvs.count(); ++i) out.uvs.emplace_back(uvs.real(i, 0), uvs.real(i, 1));
        }
        if (p.indices >= 0) {
            const Accessor index(g, p.indices);
            order.reserve(index.count());
            for (size_t i = 0; i < index.count(); ++i) order.push_back(index.index(i));
        } else
            for (uint32_t i = 0; i < out.positions.size(); ++i) order.push_back(i);
    }
    for (const uint32_t c : order)
        if (c >= out.positions.size()) broken("has a triangle with a corner that is not there");
    out.corners = trianglesOf(order, p.mode);
    if (out.normals.size() != out.positions.size()) out.normals.clear();
    if (out.uvs.size() != out.positions.size()) out.uvs.clear();
    return out;
}

} // namespace thallos
