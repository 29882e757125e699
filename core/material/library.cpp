#include "core/material/library.h"

#include <algorithm>
#include <fstream>
#include <iterator>
#include <new>
#include <optional>
#include <tuple>

#include <fcntl.h>
#include <unistd.h>
#include <zstd.h>

#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/base/hash.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// Of the code of all generators and of texels: a change of either makes the cached textures stale.
constexpr int kGenerators = 10;
// Levels wider or higher than that are packed by themselves, and read when somebody looks closely.
constexpr int kAtOnce = 512;

// A file of a texture: this, the coarser levels with the mean, and then each finer level, the finest first.
struct TextureHead {
    static constexpr uint32_t kMagic = 0x54454853; // SHET
    static constexpr int kMostFiner = 6;
    uint32_t magic = kMagic, cuts = 0, finer = 0, unused = 0;
    uint64_t packed[1 + kMostFiner] = {}; // bytes of each
};

std::string textOf(const fs::path& file) {
    std::ifstream in(file, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), std::istreambuf_iterator<char>()};
}

// An open file stays readable when somebody empties the cache.
class TextureFile {
public:
    explicit TextureFile(const fs::path& file) : descriptor_(::open(file.c_str(), O_RDONLY | O_CLOEXEC)) {}
    ~TextureFile() {
        if (descriptor_ >= 0) ::close(descriptor_);
    }
    TextureFile(const TextureFile&) = delete;
    TextureFile& operator=(const TextureFile&) = delete;
    bool read(void* to, size_t bytes, uint64_t from) const {
        return descriptor_ >= 0 &&
               ::pread(descriptor_, to, bytes, static_cast<off_t>(from)) == static_cast<ssize_t>(bytes);
    }
    // None when it is broken.
    std::vector<Texel> unpack(uint64_t from, uint64_t bytes, size_t texels) const {
        std::string packed(bytes, '\0');
        if (!read(packed.data(), bytes, from) ||
            ZSTD_getFrameContentSize(packed.data(), bytes) != texels * sizeof(Texel))
            return {};
        std::vector<Texel> out(texels);
        const size_t n = ZSTD_decompress(out.data(), texels * sizeof(Texel), packed.data(), bytes);
        return n == texels * sizeof(Texel) ? out : std::vector<Texel>();
    }

private:
    int descriptor_;
};

// How many of a texture's levels are finer than kAtOnce, and the texels of the others.
struct Cut {
    std::vector<size_t> finer; // texels of each
    size_t rest;
    Cut(int w, int h) {
        for (; std::max(w, h) > kAtOnce && finer.size() < TextureHead::kMostFiner;
             w = std::max(w / 2, 1), h = std::max(h / 2, 1))
            finer.push_back(static_cast<size_t>(w) * h);
        rest = Texture::texelCount(w, h);
    }
};

// Nothing when the file is missing or broken.
std::optional<Texture> readTexture(const fs::path& path, int w, int h) {
    const auto file = std::make_shared<const TextureFile>(path);
    const Cut cut(w, h);
    TextureHead head;
    std::error_code e;
    const uint64_t size = fs::file_size(path, e);
    if (e || !file->read(&head, sizeof head, 0) || head.magic != TextureHead::kMagic || head.finer != cut.finer.size())
        return std::nullopt;
    std::vector<uint64_t> starts{sizeof head};
    for (size_t i = 0; i <= cut.finer.size(); ++i) {
        if (head.packed[i] > size) return std::nullopt;
        starts.push_back(starts.back() + head.packed[i]);
    }
    if (starts.back() != size) return std::nullopt;
    std::vector<Texel> rest = file->unpack(starts[0], head.packed[0], cut.rest);
    if (rest.empty()) return std::nullopt;
    return Texture(
        w, h, std::move(rest),
        [file, head, starts, cut](int level) -> std::vector<Texel> {
            try {
                const auto l = static_cast<size_t>(level);
                return file->unpack(starts[l + 1], head.packed[l + 1], cut.finer[l]);
            } catch (const std::bad_alloc&) {
                return {};
            }
        },
        head.cuts != 0);
}

void writeTexture(const fs::path& file, const Texture& texture) {
    std::error_code ignored;
    fs::create_directories(file.parent_path(), ignored);
    const std::vector<Texel> texels = texture.texels();
    const Cut cut(texture.width(), texture.height());
    TextureHead head;
    head.cuts = texture.cuts() ? 1 : 0;
    head.finer = static_cast<uint32_t>(cut.finer.size());
    std::string finer, rest;
    bool whole = true;
    const auto pack = [&](std::string& to, size_t first, size_t count) {
        const size_t before = to.size();
        to.resize(before + ZSTD_compressBound(count * sizeof(Texel)));
        const size_t n =
            ZSTD_compress(to.data() + before, to.size() - before, texels.data() + first, count * sizeof(Texel), 1);
        whole = whole && !ZSTD_isError(n);
        to.resize(before + (ZSTD_isError(n) ? 0 : n));
        return to.size() - before;
    };
    size_t at = 0;
    for (size_t i = 0; i < cut.finer.size(); at += cut.finer[i++]) head.packed[i + 1] = pack(finer, at, cut.finer[i]);
    head.packed[0] = pack(rest, at, cut.rest);
    if (!whole) return;
    // Beside and renamed: another program may be reading. A cache that can't be written is no loss.
    fs::path temporary = file;
    temporary += "." + std::to_string(::getpid());
    std::ofstream out(temporary, std::ios::binary);
    out.write(reinterpret_cast<const char*>(&head), sizeof head);
    out << rest << finer;
    out.close();
    if (out)
        fs::rename(temporary, file, ignored);
    else
        fs::remove(temporary, ignored);
}

// What an earlier version has left.
void removeStale(const fs::path& cache) {
    std::error_code e;
    const std::string current = "-" + std::to_string(kGenerators) + ".sheet";
    std::vector<fs::path> stale;
    for (const auto& f : fs::directory_iterator(cache, e))
        if (f.path().extension() == ".sheet" && !f.path().filename().string().ends_with(current))
            stale.push_back(f.path());
    for (const fs::path& f : stale) fs::remove(f, e);
}

} // namespace

std::shared_ptr<const MaterialLibrary> MaterialLibrary::load(const fs::path& folder, const fs::path& cache) {
    auto library = std::make_shared<MaterialLibrary>();
    library->cache_ = cache;
    removeStale(cache);
    std::vector<fs::path> files;
    std::error_code e;
    if (!fs::is_directory(folder, e))
        throw Error(Error::Kind::Missing, Text("The materials folder %w is missing"), folder.string(),
                    Text("Reinstall Thallos"));
    for (const auto& f : fs::directory_iterator(folder, e))
        if (f.path().extension() == ".json") files.push_back(f.path());
    std::vector<std::pair<Recipe, std::string>> all;
    for (const fs::path& f : files) all.emplace_back(readRecipe(f), contentHash(textOf(f)));
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) {
        return std::tie(a.first.family, a.first.name) < std::tie(b.first.family, b.first.name);
    });
    for (auto& [recipe, hash] : all) {
        if (library->find(recipe.name))
            throw Error(Error::Kind::Unreadable, Text("%w has two recipes named \"%1\"", recipe.name), folder.string());
        library->recipes_.push_back(std::move(recipe));
        library->hashes_.push_back(std::move(hash));
    }
    return library;
}

const Recipe* MaterialLibrary::find(const std::string& name) const {
    for (const Recipe& r : recipes_)
        if (r.name == name) return &r;
    for (const Recipe& r : recipes_)
        if (std::find(r.formerNames.begin(), r.formerNames.end(), name) != r.formerNames.end()) return &r;
    return nullptr;
}

Surface MaterialLibrary::surface(const std::string& name) const {
    const Recipe* r = find(name);
    if (!r) return {.name = name};
    Surface s = r->surface;
    if (const auto small = texture(name, 64)) {
        const TextureSample& mean = small->mean();
        s.baseColor = mean.color;
        s.roughness = mean.roughness;
    }
    return s;
}

std::shared_ptr<const Texture> MaterialLibrary::known(const std::string& name, int width) const {
    const std::lock_guard lock(mutex_);
    for (const Baked& s : baked_)
        if (s.width == width && s.name == name) return s.texture.lock();
    return nullptr;
}

bool MaterialLibrary::ready(const std::string& name, int width) const {
    const Recipe* r = find(name);
    return !r || r->generator.empty() || known(name, width);
}

std::shared_ptr<const Texture> MaterialLibrary::texture(const std::string& name, int width,
                                                        const std::function<bool()>& stop) const {
    const Recipe* r = find(name);
    if (!r || r->generator.empty()) return nullptr;
    if (auto texture = known(name, width)) return texture;
    const V2f size = r->mapping.size;
    const float texel = std::max(size.x, size.y) / static_cast<float>(width);
    const int w = std::max(1, static_cast<int>(std::lround(size.x / texel))),
              h = std::max(1, static_cast<int>(std::lround(size.y / texel)));
    const bool keep = !cache_.empty();
    const fs::path file = cache_ / (hashes_[static_cast<size_t>(r - recipes_.data())] + "-" + std::to_string(width) +
                                    "-" + std::to_string(kGenerators) + ".sheet");
    std::optional<Texture> made;
    if (stop && stop()) throw Error(Error::Kind::Cancelled, Text("%w: cancelled"), name);
    if (keep) made = readTexture(file, w, h);
    if (!made) {
        made = bake(*r, width, stop);
        if (keep) {
            writeTexture(file, *made);
            if (auto kept = readTexture(file, w, h)) made = std::move(kept); // lets go of what nobody may look at
        }
    }
    auto texture = std::make_shared<const Texture>(std::move(*made));
    const std::lock_guard lock(mutex_);
    for (Baked& s : baked_)
        if (s.width == width && s.name == name) {
            if (auto sooner = s.texture.lock()) return sooner; // by another thread: one copy is enough
            s.texture = texture;
            return texture;
        }
    baked_.push_back({name, width, texture});
    return texture;
}

Surface made(const Surface& part, Surface of) {
    of.name = part.name;
    of.lampGroup = part.lampGroup;
    of.emission = part.emission;
    return of;
}

std::shared_ptr<const MaterialLibrary> shippedMaterials() {
    static const auto library = MaterialLibrary::load(assetFolder() / "materials", cacheFolder() / "sheets");
    return library;
}

} // namespace thallos
