#include "core/model/model_blob.h"

#include <algorithm>
#include <array>
#include <cstring>
#include <iterator>
#include <type_traits>

#include "core/base/error.h"
#include "core/base/outside.h"
#include "core/material/surface_ranges.h"

namespace thallos {

namespace {

constexpr char kFirstMagic[8] = {'t', 'h', 'm', 'o', 'd', 'e', 'l', '1'};  // no sheets, one picture
constexpr char kSecondMagic[8] = {'t', 'h', 'm', 'o', 'd', 'e', 'l', '2'}; // no soft holes
constexpr char kThirdMagic[8] = {'t', 'h', 'm', 'o', 'd', 'e', 'l', '3'};  // no groups
constexpr char kMagic[8] = {'t', 'h', 'm', 'o', 'd', 'e', 'l', '4'};
constexpr char kPictureMagic[8] = {'t', 'h', 'p', 'i', 'c', 't', 'u', '1'};

// What the first files knew instead of recipes, with the size that made it as large as the recipe is.
struct FirstPattern {
    const char *name, *recipe;
    float size;
};
constexpr FirstPattern kFirstPatterns[] = {{"none", "", 0},
                                           {"boards", "Larch boards, fresh", 0.14f},
                                           {"decking", "Larch decking", 0.145f},
                                           {"masonry", "Rubble, coursed", 0.13f},
                                           {"paving", "Stone tiles", 0.3f},
                                           {"gravel", "River gravel", 0.022f},
                                           {"soil", "Topsoil", 0.35f},
                                           {"standing seam", "Standing-seam zinc", 0.43f},
                                           {"bark", "Oak bark", 0.1f},
                                           {"plaster", "Smooth render", 0.6f}};

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
    std::string name() { // models of earlier versions have names as their files had them
        const auto n = get<uint64_t>();
        return plainName({take(n), static_cast<size_t>(n)});
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
    [[noreturn]] static void broken() { throw Error(Error::Kind::Unreadable, Text("The stored model is damaged"), ""); }

private:
    const char* take(uint64_t n) {
        if (n > rest_.size()) broken();
        const char* p = rest_.data();
        rest_.remove_prefix(n);
        return p;
    }
    std::string_view rest_;
};

void putPicture(Writer& w, const Picture* p) {
    w.put(p ? p->width : 0);
    w.put(p ? p->height : 0);
    w.put(p ? p->rgba : std::vector<uint8_t>());
}
std::shared_ptr<const Picture> getPicture(Reader& r) {
    const int w = r.get<int>(), h = r.get<int>();
    auto rgba = r.list<uint8_t>();
    if (rgba.empty()) return nullptr;
    if (w <= 0 || h <= 0 || rgba.size() != static_cast<size_t>(w) * h * 4) Reader::broken();
    return std::make_shared<const Picture>(Picture{w, h, std::move(rgba)});
}

Surface surface(Reader& r, bool second) {
    Surface s;
    s.name = r.name();
    for (Rgb* c : {&s.baseColor, &s.emission, &s.absorption, &s.throughTint}) *c = r.get<Rgb>();
    for (float* f : {&s.roughness, &s.metalness, &s.transmission, &s.translucency, &s.specular, &s.coat,
                     &s.coatRoughness, &s.scale, &s.turn, &s.textureSize, &s.relief})
        *f = r.get<float>();
    s.solid = r.get<int32_t>() != 0;
    if (!second) s.soft = r.get<int32_t>() != 0;
    s.lampGroup = r.get<int32_t>();
    s.recipe = r.name();
    for (const Map map : kMaps) s.maps.*map = getPicture(r);
    return s;
}

Surface firstSurface(Reader& r) {
    Surface s;
    s.name = r.name();
    s.baseColor = r.get<Rgb>();
    s.emission = r.get<Rgb>();
    float patternSize = 1;
    for (float* f : {&s.roughness, &s.metalness, &s.transmission, &s.translucency, &patternSize, &s.textureSize})
        *f = r.get<float>();
    const auto pattern = r.get<int32_t>();
    if (pattern < 0 || pattern >= static_cast<int32_t>(std::size(kFirstPatterns))) Reader::broken();
    takeFirstPattern(s, kFirstPatterns[pattern].name, patternSize);
    s.maps.color = getPicture(r);
    return s;
}

} // namespace

bool takeFirstPattern(Surface& s, std::string_view name, float size) {
    for (const FirstPattern& p : kFirstPatterns)
        if (name == p.name) {
            s.recipe = p.recipe;
            s.scale = p.size > 0 ? size / p.size : 1;
            return true;
        }
    return false;
}

std::string packModel(const Model& model) {
    Writer w;
    const bool grouped = !model.groups.empty(); // without, earlier versions can read it
    w.put(grouped ? kMagic : kThirdMagic);
    w.put(model.name);
    w.put(static_cast<uint64_t>(model.materials.size()));
    for (const Surface& s : model.materials) {
        w.put(s.name);
        for (const Rgb& c : {s.baseColor, s.emission, s.absorption, s.throughTint}) w.put(c);
        for (float f : {s.roughness, s.metalness, s.transmission, s.translucency, s.specular, s.coat, s.coatRoughness,
                        s.scale, s.turn, s.textureSize, s.relief})
            w.put(f);
        w.put(static_cast<int32_t>(s.solid));
        w.put(static_cast<int32_t>(s.soft));
        w.put(static_cast<int32_t>(s.lampGroup));
        w.put(s.recipe);
        for (const Map map : kMaps) putPicture(w, (s.maps.*map).get());
    }
    w.put(static_cast<uint64_t>(model.parts.size()));
    for (const Part& p : model.parts) {
        w.put(p.name);
        w.put(static_cast<int32_t>(p.material));
        w.put(p.mesh->positions);
        w.put(p.mesh->normals);
        w.put(p.mesh->uvs);
        w.put(p.mesh->triangles);
        if (grouped) w.put(static_cast<int32_t>(p.group));
    }
    w.put(static_cast<uint64_t>(model.outlines.size()));
    for (const Polygon& o : model.outlines) w.put(o);
    w.put(static_cast<uint64_t>(0)); // where warnings of the import were kept
    if (!grouped) return std::move(w.bytes);
    w.put(static_cast<uint64_t>(model.groups.size()));
    for (const PartGroup& g : model.groups) {
        w.put(g.name);
        w.put(static_cast<int32_t>(g.parent));
    }
    return std::move(w.bytes);
}

static void getGroups(Reader& r, Model& m) {
    for (size_t n = r.count(12); n; --n) {
        std::string name = r.name();
        const int parent = r.get<int32_t>();
        if (parent < -1 || parent >= static_cast<int>(m.groups.size())) Reader::broken();
        m.groups.push_back({std::move(name), parent});
    }
    for (const Part& p : m.parts)
        if (p.group < -1 || p.group >= static_cast<int>(m.groups.size())) Reader::broken();
}

Model unpackModel(std::string_view bytes) {
    Reader r(bytes);
    const auto magic = r.get<std::array<char, 8>>();
    const bool first = std::equal(magic.begin(), magic.end(), kFirstMagic),
               second = std::equal(magic.begin(), magic.end(), kSecondMagic),
               grouped = std::equal(magic.begin(), magic.end(), kMagic);
    if (!first && !second && !grouped && !std::equal(magic.begin(), magic.end(), kThirdMagic)) Reader::broken();
    Model m;
    m.name = r.name();
    for (size_t n = r.count(60); n; --n) {
        m.materials.push_back(inRange(first ? firstSurface(r) : surface(r, second)));
    }
    for (size_t n = r.count(44); n; --n) {
        const std::string name = r.name();
        const int material = r.get<int32_t>();
        Mesh mesh;
        mesh.positions = r.list<V3f>();
        mesh.normals = r.list<V3f>();
        mesh.uvs = r.list<V2f>();
        mesh.triangles = r.list<V3i>();
        const int group = grouped ? r.get<int32_t>() : -1;
        const size_t points = mesh.positions.size();
        const bool fits = (mesh.normals.empty() || mesh.normals.size() == points) &&
                          (mesh.uvs.empty() || mesh.uvs.size() == points) && material >= 0 &&
                          material < static_cast<int>(m.materials.size());
        if (!fits) Reader::broken();
        for (const V3i& t : mesh.triangles)
            for (int k = 0; k < 3; ++k)
                if (t[k] < 0 || static_cast<size_t>(t[k]) >= points) Reader::broken();
        m.parts.push_back(partOf(name, material, std::move(mesh), group));
    }
    for (size_t n = r.count(8); n; --n) m.outlines.push_back(r.list<V2f>());
    for (size_t n = r.count(8); n; --n) r.name();
    if (grouped) getGroups(r, m);
    return m;
}

std::string packPicture(const Picture& picture) {
    Writer w;
    w.put(kPictureMagic);
    w.put(static_cast<int32_t>(picture.width));
    w.put(static_cast<int32_t>(picture.height));
    w.put(picture.rgba);
    return std::move(w.bytes);
}

Picture unpackPicture(std::string_view bytes) {
    Reader r(bytes);
    for (char c : kPictureMagic)
        if (r.get<char>() != c) Reader::broken();
    Picture t;
    t.width = r.get<int32_t>();
    t.height = r.get<int32_t>();
    t.rgba = r.list<uint8_t>();
    if (t.width <= 0 || t.height <= 0 || t.rgba.size() != static_cast<size_t>(t.width) * t.height * 4) Reader::broken();
    return t;
}

} // namespace thallos
