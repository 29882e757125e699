#include "core/jobs/deliver.h"

#include <algorithm>
#include <fstream>

#include "core/base/error.h"
#include "core/finish/encode.h"
#include "core/finish/mattes.h"
#include "core/trace/mattes.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

constexpr const char* kSourceNames[kSources] = {"sun",          "sky",          "lamp_group_0", "lamp_group_1",
                                                "lamp_group_2", "lamp_group_3", "lamp_group_4", "lamp_group_5",
                                                "lamp_group_6", "lamp_group_7"};

bool wants(const Delivery& d, Pass pass) {
    return std::find(d.passes.begin(), d.passes.end(), pass) != d.passes.end();
}

fs::path beside(const fs::path& file, const std::string& what, const char* ending) {
    fs::path out = file;
    out.replace_filename(file.stem().string() + "-" + what + ending);
    return out;
}

template <class Colour> ExrLayer layerOf(const std::string& name, const Raster<Colour>& values, const char* channels) {
    ExrLayer layer{name, {}};
    for (int k = 0; k < 3; ++k) {
        Raster<float> plane(values.width, values.height);
        for (size_t i = 0; i < values.pixels.size(); ++i) plane.pixels[i] = values.pixels[i][k];
        layer.channels.emplace_back(std::string(1, channels[k]), std::move(plane));
    }
    return layer;
}

// One pass: its layers, and what the header says of them.
struct Layers {
    std::string name;
    std::vector<ExrLayer> layers;
    std::map<std::string, std::string> attributes;
};

Layers layersOf(Pass pass, const RenderResult& result, const Scene& scene) {
    const Passes& passes = result.passes;
    Layers out{passName(pass), {}, {}};
    const auto light = [&](const std::string& name, const Image& plane, bool always) {
        const bool black =
            std::all_of(plane.pixels.begin(), plane.pixels.end(), [](const Rgb& c) { return c == Rgb(0); });
        if (black && !always) return;
        Image scaled = plane;
        const float white = exrWhite(result.ev100);
        for (Rgb& c : scaled.pixels) c /= white;
        out.layers.push_back(layerOf(name, scaled, "RGB"));
    };
    const auto mattes = [&](const Mattes& m) {
        for (ExrLayer& layer : matteLayers(m)) out.layers.push_back(std::move(layer));
        out.attributes.merge(matteAttributes(m));
    };
    switch (pass) {
    case Pass::Depth:
        out.layers.push_back({out.name, {{"Z", passes.depth}}});
        break;
    case Pass::Alpha:
        out.layers.push_back({out.name, {{"A", passes.alpha}}});
        break;
    case Pass::Normal:
        out.layers.push_back(layerOf(out.name, passes.normal, "XYZ"));
        break;
    case Pass::Albedo:
        out.layers.push_back(layerOf(out.name, passes.albedo, "RGB"));
        break;
    case Pass::Light:
        for (int k = 0; k < kRoutes; ++k) light(std::string("light_") + kRouteNames[k], passes.split[k], true);
        break;
    case Pass::Sources:
        for (int k = 0; k < kSources; ++k)
            light(std::string("source_") + kSourceNames[k], passes.split[kRoutes + k], k < 2);
        break;
    case Pass::Mattes:
        mattes(mattesByItem(scene, passes.items));
        mattes(mattesByMaterial(scene, passes.materials));
        break;
    }
    return out;
}

} // namespace

const char* passName(Pass pass) {
    constexpr const char* kNames[kPassCount] = {"depth", "alpha", "normal", "albedo", "light", "sources", "mattes"};
    return kNames[static_cast<int>(pass)];
}

void prepare(const Delivery& d, PictureSettings& settings) {
    if (!d.passes.empty() && !d.apart && !isExr(d.file))
        throw Error(Error::Kind::Unsupported, Text("%w cannot hold passes"), d.file.string(),
                    Text("Save as .exr, or as separate files"));
    if (d.deep && !holdsDeep(d.file))
        throw Error(Error::Kind::Unsupported, Text("%w cannot hold 16 bits per channel"), d.file.string(),
                    Text("Use .png or .tif"));
    // Tried where the picture will be, under a name of its own: nothing that is there is touched.
    const fs::path probe = d.file.string() + "-can-be-written";
    std::error_code e;
    const bool written = static_cast<bool>(std::ofstream(probe) << "so it is" << std::flush);
    fs::remove(probe, e);
    if (!written)
        throw Error(Error::Kind::Unwritable, Text("%w could not be written"), d.file.string(),
                    Text("Check that the folder is writable and the disk is not full"));
    settings.split = wants(d, Pass::Light) || wants(d, Pass::Sources);
    settings.mattes = wants(d, Pass::Mattes) || d.mattePictures;
}

std::vector<Delivered> deliver(const RenderResult& result, const Scene& scene, const Finish& finish,
                               const Delivery& d) {
    std::vector<Delivered> out{{d.file, {}}};
    ExrExtras extras{.layers = {}, .attributes = {}, .comment = d.comment, .whole = d.floats};
    std::vector<Layers> apart;
    for (const Pass pass : d.passes) {
        Layers l = layersOf(pass, result, scene);
        if (d.apart) {
            apart.push_back(std::move(l));
            continue;
        }
        std::move(l.layers.begin(), l.layers.end(), std::back_inserter(extras.layers));
        extras.attributes.merge(l.attributes);
    }
    if (isExr(d.file))
        writeExr(d.file, result.radiance, result.ev100, extras);
    else if (const Image developed = develop(result.radiance, result.ev100, finish); d.deep)
        writePicture(d.file, Display().encode16(developed), d.comment);
    else
        writePicture(d.file, Display().encode(developed, result.start), d.comment);

    // One layer is the file's own picture; of several each keeps its name, and light has a file for each.
    for (Layers& l : apart) {
        const bool light = l.name == passName(Pass::Light) || l.name == passName(Pass::Sources);
        if (light) {
            for (ExrLayer& layer : l.layers) {
                out.push_back({beside(d.file, layer.name, ".exr"), {}});
                layer.name.clear();
                writeExr(out.back().file, {layer}, {});
            }
            continue;
        }
        if (l.layers.size() == 1) l.layers.front().name.clear();
        out.push_back({beside(d.file, l.name, ".exr"), {}});
        writeExr(out.back().file, l.layers, l.attributes);
    }
    if (d.mattePictures)
        for (const Mattes& m :
             {mattesByItem(scene, result.passes.items), mattesByMaterial(scene, result.passes.materials)})
            for (size_t n = 0; n < m.names.size(); n += 3) {
                const auto first = m.names.begin() + static_cast<std::ptrdiff_t>(n);
                std::vector<std::string> names(
                    first, first + static_cast<std::ptrdiff_t>(std::min<size_t>(3, m.names.size() - n)));
                const fs::path file = beside(d.file, m.layer + "-" + std::to_string(n / 3 + 1), ".png");
                writePicture(file, mattePicture(m, names));
                out.push_back({file, std::move(names)});
            }
    return out;
}

} // namespace thallos
