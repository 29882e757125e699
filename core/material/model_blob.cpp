#include "core/material/model_blob.h"

#include <cstring>
#include <type_traits>

#include "core/base/error.h"

namespace thallos {

namespace {

constexpr char kMagic[8] = {'t', 'h', 'm', 'o', 'd', 'e', 'l', '1'};
constexpr char kTextureMagic[8] = {'t', 'h', 'p', 'i', 'c', 't', 'u', '1'};

class Writer {
public:
    template <class T> void put(const T& v) {
        static_assert(std::is_standard_layout_v<T> && !std::is_pointer_v<T>);
        bytes.append(reinterpret_cast<const char*>(&v), sizeof v);
    }
    void put(const std::string& s) {
        put(static_cast<uint64_t>(s.size()));
        bytes += s;
    }
    template <class T> void put(const std::vector<T>& v) {
        put(static_cast<uint64_t>(v.size()));
        if (!v.empty()) bytes.append(reinterpret_cast<const char*>(v.data()), v.size() * sizeof(T));
    }
    std::string bytes;
};

class Reader {
public:
    explicit Reader(std::string_view b) : rest_(b) {}
    template <class T> T get() {
        static_assert(!std::is_pointer_v<T>);
        T v;
        std::memcpy(static_cast<void*>(&v), take(sizeof v), sizeof v);
        return v;
    }
    std::string text() {
        const auto n = get<uint64_t>();
        return {take(n), static_cast<size_t>(n)};
    }
    template <class T> std::vector<T> list() {
        const auto n = get<uint64_t>();
        if (n > rest_.size() / sizeof(T)) broken();
        std::vector<T> v(n);
        if (n) std::memcpy(static_cast<void*>(v.data()), take(n * sizeof(T)), n * sizeof(T));
        return v;
    }
    size_t count(size_t least) { // of things of at least `least` bytes each
        const auto n = get<uint64_t>();
        if (n > rest_.size() / least) broken();
        return n;
    }
    [[noreturn]] static void broken() { throw Error(Error::Kind::Unreadable, "the stored model is damaged", ""); }

private:
    const char* take(uint64_t n) {
        if (n > rest_.size()) broken();
        const char* p = rest_.data();
        rest_.remove_prefix(n);
        return p;
    }
    std::string_view rest_;
};

} // namespace

std::string packModel(const Model& model) {
    Writer w;
    w.put(kMagic);
    w.put(model.name);
    w.put(static_cast<uint64_t>(model.materials.size()));
    for (const Surface& s : model.materials) {
        w.put(s.name);
        for (const Rgb& c : {s.baseColor, s.emission}) w.put(c);
        for (float f : {s.roughness, s.metalness, s.transmission, s.translucency, s.patternSize, s.textureSize})
            w.put(f);
        w.put(static_cast<int32_t>(s.pattern));
        w.put(s.texture ? s.texture->width : 0);
        w.put(s.texture ? s.texture->height : 0);
        w.put(s.texture ? s.texture->rgba : std::vector<uint8_t>());
    }
    w.put(static_cast<uint64_t>(model.parts.size()));
    for (const Part& p : model.parts) {
        w.put(p.name);
        w.put(static_cast<int32_t>(p.material));
        w.put(p.mesh.positions);
        w.put(p.mesh.normals);
        w.put(p.mesh.uvs);
        w.put(p.mesh.triangles);
    }
    w.put(static_cast<uint64_t>(model.outlines.size()));
    for (const Polygon& o : model.outlines) w.put(o);
    w.put(static_cast<uint64_t>(model.warnings.size()));
    for (const std::string& s : model.warnings) w.put(s);
    return std::move(w.bytes);
}

Model unpackModel(std::string_view bytes) {
    Reader r(bytes);
    for (char c : kMagic)
        if (r.get<char>() != c) Reader::broken();
    Model m;
    m.name = r.text();
    for (size_t n = r.count(60); n; --n) {
        Surface s;
        s.name = r.text();
        s.baseColor = r.get<Rgb>();
        s.emission = r.get<Rgb>();
        for (float* f : {&s.roughness, &s.metalness, &s.transmission, &s.translucency, &s.patternSize, &s.textureSize})
            *f = r.get<float>();
        const auto pattern = r.get<int32_t>();
        if (pattern < 0 || pattern >= static_cast<int32_t>(std::size(kPatternNames))) Reader::broken();
        s.pattern = static_cast<Pattern>(pattern);
        const int w = r.get<int>(), h = r.get<int>();
        auto rgba = r.list<uint8_t>();
        if (!rgba.empty()) {
            if (w <= 0 || h <= 0 || rgba.size() != static_cast<size_t>(w) * h * 4) Reader::broken();
            s.texture = std::make_shared<const Texture>(Texture{w, h, std::move(rgba)});
        }
        m.materials.push_back(std::move(s));
    }
    for (size_t n = r.count(44); n; --n) {
        Part p;
        p.name = r.text();
        p.material = r.get<int32_t>();
        p.mesh.positions = r.list<V3f>();
        p.mesh.normals = r.list<V3f>();
        p.mesh.uvs = r.list<V2f>();
        p.mesh.triangles = r.list<V3i>();
        const size_t points = p.mesh.positions.size();
        const bool fits = (p.mesh.normals.empty() || p.mesh.normals.size() == points) &&
                          (p.mesh.uvs.empty() || p.mesh.uvs.size() == points) && p.material >= 0 &&
                          p.material < static_cast<int>(m.materials.size());
        if (!fits) Reader::broken();
        for (const V3i& t : p.mesh.triangles)
            for (int k = 0; k < 3; ++k)
                if (t[k] < 0 || static_cast<size_t>(t[k]) >= points) Reader::broken();
        m.parts.push_back(std::move(p));
    }
    for (size_t n = r.count(8); n; --n) m.outlines.push_back(r.list<V2f>());
    for (size_t n = r.count(8); n; --n) m.warnings.push_back(r.text());
    return m;
}

std::string packTexture(const Texture& texture) {
    Writer w;
    w.put(kTextureMagic);
    w.put(static_cast<int32_t>(texture.width));
    w.put(static_cast<int32_t>(texture.height));
    w.put(texture.rgba);
    return std::move(w.bytes);
}

Texture unpackTexture(std::string_view bytes) {
    Reader r(bytes);
    for (char c : kTextureMagic)
        if (r.get<char>() != c) Reader::broken();
    Texture t;
    t.width = r.get<int32_t>();
    t.height = r.get<int32_t>();
    t.rgba = r.list<uint8_t>();
    if (t.width <= 0 || t.height <= 0 || t.rgba.size() != static_cast<size_t>(t.width) * t.height * 4) Reader::broken();
    return t;
}

} // namespace thallos
