#include "core/material/library.h"

#include <algorithm>
#include <fstream>
#include <iterator>
#include <optional>
#include <tuple>

#include <unistd.h>
#include <zstd.h>

#include "core/base/assets.h"
#include "core/base/error.h"
#include "core/base/hash.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// Of the code of all generators and of texels: a change of either makes the cached sheets stale.
constexpr int kGenerators = 7;

std::string textOf(const fs::path& file) {
    std::ifstream in(file, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), std::istreambuf_iterator<char>()};
}

// Nothing when the file is missing or broken.
std::optional<Texture> readSheet(const fs::path& file, int w, int h, const std::function<bool()>& stop) {
    const std::string packed = textOf(file);
    const size_t count = Texture::texelCount(w, h), bytes = count * sizeof(Texel);
    if (packed.empty() || ZSTD_getFrameContentSize(packed.data(), packed.size()) != bytes) return std::nullopt;
    std::vector<Texel> texels(count);
    // A little at a time, so that it rests or stops when it is told to.
    const std::unique_ptr<ZSTD_DStream, decltype(&ZSTD_freeDStream)> stream(ZSTD_createDStream(), &ZSTD_freeDStream);
    ZSTD_inBuffer in{packed.data(), packed.size(), 0};
    ZSTD_outBuffer out{texels.data(), 0, 0};
    while (out.pos < bytes) {
        if (stop && stop()) throw Error(Error::Kind::Cancelled, "stopped", file.string());
        const size_t read = in.pos, written = out.pos;
        out.size = std::min(bytes, out.size + (size_t{1} << 20));
        if (ZSTD_isError(ZSTD_decompressStream(stream.get(), &out, &in))) return std::nullopt;
        if (in.pos == read && out.pos == written) return std::nullopt; // it ends too soon
    }
    return Texture(w, h, std::move(texels));
}

void writeSheet(const fs::path& file, const Texture& texture) {
    std::error_code ignored;
    fs::create_directories(file.parent_path(), ignored);
    const std::vector<Texel>& texels = texture.texels();
    std::string packed(ZSTD_compressBound(texels.size() * sizeof(Texel)), '\0');
    const size_t n = ZSTD_compress(packed.data(), packed.size(), texels.data(), texels.size() * sizeof(Texel), 1);
    if (ZSTD_isError(n)) return;
    // Beside and renamed: another program may be reading. A cache that can't be written is no loss.
    fs::path temporary = file;
    temporary += "." + std::to_string(::getpid());
    std::ofstream out(temporary, std::ios::binary);
    out.write(packed.data(), static_cast<std::streamsize>(n));
    out.close();
    if (out)
        fs::rename(temporary, file, ignored);
    else
        fs::remove(temporary, ignored);
}

} // namespace

std::shared_ptr<const MaterialLibrary> MaterialLibrary::load(const fs::path& folder, const fs::path& cache) {
    auto library = std::make_shared<MaterialLibrary>();
    library->cache_ = cache;
    std::vector<fs::path> files;
    std::error_code e;
    if (!fs::is_directory(folder, e))
        throw Error(Error::Kind::Missing, "the folder of materials is not there", folder.string(),
                    "install Thallos again");
    for (const auto& f : fs::directory_iterator(folder, e))
        if (f.path().extension() == ".json") files.push_back(f.path());
    std::vector<std::pair<Recipe, std::string>> all;
    for (const fs::path& f : files) all.emplace_back(readRecipe(f), contentHash(textOf(f)));
    std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) {
        return std::tie(a.first.family, a.first.name) < std::tie(b.first.family, b.first.name);
    });
    for (auto& [recipe, hash] : all) {
        if (library->find(recipe.name))
            throw Error(Error::Kind::Unreadable, "two recipes have the name \"" + recipe.name + "\"", folder.string());
        library->recipes_.push_back(std::move(recipe));
        library->hashes_.push_back(std::move(hash));
    }
    return library;
}

const Recipe* MaterialLibrary::find(const std::string& name) const {
    const auto it = std::find_if(recipes_.begin(), recipes_.end(), [&](const Recipe& r) { return r.name == name; });
    return it == recipes_.end() ? nullptr : &*it;
}

Surface MaterialLibrary::surface(const std::string& name) const {
    const Recipe* r = find(name);
    if (!r) return {.name = name};
    Surface s = r->surface;
    if (const auto small = sheet(name, 64)) {
        const TextureSample& mean = small->mean();
        s.baseColor = mean.color;
        s.roughness = mean.roughness;
    }
    return s;
}

std::shared_ptr<const Texture> MaterialLibrary::known(const std::string& name, int width) const {
    const std::lock_guard lock(mutex_);
    for (const Sheet& s : sheets_)
        if (s.width == width && s.name == name) return s.texture.lock();
    return nullptr;
}

bool MaterialLibrary::ready(const std::string& name, int width) const {
    const Recipe* r = find(name);
    return !r || r->generator.empty() || known(name, width);
}

std::shared_ptr<const Texture> MaterialLibrary::sheet(const std::string& name, int width,
                                                      const std::function<bool()>& stop) const {
    const Recipe* r = find(name);
    if (!r || r->generator.empty()) return nullptr;
    if (auto texture = known(name, width)) return texture;
    const V2f size = r->laying.size;
    const float texel = std::max(size.x, size.y) / static_cast<float>(width);
    const int w = std::max(1, static_cast<int>(std::lround(size.x / texel))),
              h = std::max(1, static_cast<int>(std::lround(size.y / texel)));
    const bool keep = !cache_.empty();
    const fs::path file = cache_ / (hashes_[static_cast<size_t>(r - recipes_.data())] + "-" + std::to_string(width) +
                                    "-" + std::to_string(kGenerators) + ".sheet");
    std::optional<Texture> made;
    if (keep) made = readSheet(file, w, h, stop);
    if (!made) {
        made = bake(*r, width, stop);
        if (keep) writeSheet(file, *made);
    }
    auto texture = std::make_shared<const Texture>(std::move(*made));
    const std::lock_guard lock(mutex_);
    for (Sheet& s : sheets_)
        if (s.width == width && s.name == name) {
            if (auto sooner = s.texture.lock()) return sooner; // by another thread: one copy is enough
            s.texture = texture;
            return texture;
        }
    sheets_.push_back({name, width, texture});
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
