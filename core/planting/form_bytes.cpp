#include "core/planting/form_bytes.h"

#include <cstring>
#include <type_traits>

namespace thallos {

namespace {

class Writer {
public:
    template <class T> void value(const T& v) {
        static_assert(std::is_trivially_copyable_v<T>);
        out.append(reinterpret_cast<const char*>(&v), sizeof v);
    }
    template <class T> void list(const std::vector<T>& v) {
        value(static_cast<uint64_t>(v.size()));
        out.append(reinterpret_cast<const char*>(v.data()), v.size() * sizeof(T));
    }
    std::string out;
};

class Reader {
public:
    explicit Reader(const std::string& bytes) : at_(bytes.data()), end_(at_ + bytes.size()) {}
    template <class T> void value(T& v) { take(&v, sizeof v); }
    template <class T> void list(std::vector<T>& v) {
        uint64_t n = 0;
        value(n);
        if (n > static_cast<uint64_t>(end_ - at_) / sizeof(T)) {
            good_ = false;
            return;
        }
        v.resize(n);
        take(v.data(), n * sizeof(T));
    }
    bool good() const { return good_ && at_ == end_; }

private:
    void take(void* to, size_t size) {
        if (!good_ || size > static_cast<size_t>(end_ - at_)) {
            good_ = false;
            return;
        }
        if (size > 0) std::memcpy(to, at_, size);
        at_ += size;
    }
    const char *at_, *end_;
    bool good_ = true;
};

// One list of members for both ways.
template <class Stream, class F> void form(Stream& s, F& f) {
    auto parts = static_cast<uint32_t>(f.parts.size());
    s.value(parts);
    if constexpr (!std::is_const_v<F>) f.parts.resize(std::min<uint32_t>(parts, SpeciesRecipe::kParts));
    for (auto& mesh : f.parts) {
        s.list(mesh.positions);
        s.list(mesh.normals);
        s.list(mesh.uvs);
        s.list(mesh.triangles);
    }
    s.value(f.grain);
    s.value(f.leafTriangles);
    s.value(f.closeTriangles);
    s.value(f.closeLeafTriangles);
}
template <class Stream, class I> void individual(Stream& s, I& plant) {
    for (auto& f : plant.forms) form(s, f);
    s.value(plant.height);
    s.value(plant.spread);
}

} // namespace

std::string packForm(const Form& f) {
    Writer w;
    form(w, f);
    return std::move(w.out);
}
std::string packIndividual(const Individual& plant) {
    Writer w;
    individual(w, plant);
    return std::move(w.out);
}
bool unpackForm(const std::string& bytes, Form& f) {
    Reader r(bytes);
    form(r, f);
    return r.good();
}
bool unpackIndividual(const std::string& bytes, Individual& plant) {
    Reader r(bytes);
    individual(r, plant);
    return r.good();
}

} // namespace thallos
