#include "core/planting/proxy.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fstream>
#include <sstream>

#include "core/base/elementary.h"
#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/mesh/reduce.h"
#include "core/model/model_blob.h"
#include "core/planting/leaves.h"

namespace thallos {

std::shared_ptr<const Model> ProxyModel::get() const {
    std::call_once(once_, [&] {
        if (model_) return;
        std::ifstream in(file_, std::ios::binary);
        std::stringstream bytes;
        bytes << in.rdbuf();
        try {
            model_ = std::make_shared<const Model>(unpackModel(bytes.str()));
        } catch (const Error&) {
            model_ = nullptr; // the stand-in tells
        }
    });
    return model_;
}

namespace {

// Metres across a usual piece or face.
float grainOf(const Mesh& mesh, size_t count) {
    return std::sqrt(area(mesh) / static_cast<float>(std::max<size_t>(count, 1)));
}

// What is many small pieces thins out, what is one body gets fewer faces.
struct Body {
    Mesh mesh;
    Pieces pieces;
    size_t part = 0;
    size_t share = 0; // triangles of it that a form may have
    bool many() const { return pieces.count > kManyPieces; }
};

struct Proxy {
    std::vector<Body> bodies;
    uint64_t seed = 0;
    float inLeaf = 1;
    std::array<std::vector<Body>, kLevels> levels; // of each what does not depend on how full it shall be

    const std::vector<Body>& at(Level level) {
        std::vector<Body>& made = levels[static_cast<size_t>(level)];
        if (!made.empty()) return made;
        const size_t most = kMostTriangles[static_cast<size_t>(level)];
        size_t all = 0;
        for (const Body& b : bodies) all += b.mesh.triangles.size();
        for (const Body& b : bodies) {
            Body less = b;
            const size_t n = b.mesh.triangles.size();
            less.share = all <= most ? n : std::max<size_t>(most * n / all, 12);
            // What has many pieces is first made of simpler ones, down to two faces each.
            const size_t simple = b.many() ? std::max(less.share, 2 * static_cast<size_t>(b.pieces.count)) : less.share;
            if (simple < n) {
                less.mesh = reduced(b.mesh, simple);
                less.pieces = piecesOf(less.mesh);
            }
            made.push_back(std::move(less));
        }
        return made;
    }
};

// The flat picture as high as asked, mirrored for some of the seeds.
Form card(const Model& model, float scale, bool mirrored) {
    Form form;
    form.parts.resize(std::size(kProxyParts));
    for (const Part& part : model.parts) {
        if (part.material >= static_cast<int>(std::size(kProxyParts))) continue;
        Mesh m = *part.mesh;
        for (V3f& p : m.positions) p *= scale;
        if (mirrored)
            for (V2f& uv : m.uvs) uv.x = 1 - uv.x;
        form.parts[static_cast<size_t>(part.material)] = std::move(m);
    }
    return form;
}

} // namespace

Shaper growProxy(const ProxyRecipe& recipe, const Growth& growth) {
    const std::shared_ptr<const Model> model = recipe.model ? recipe.model->get() : nullptr;
    if (!model)
        return [height = growth.height](Level, float) {
            Form form;
            form.parts.resize(std::size(kProxyParts));
            form.parts[0] = box({-0.2f * height, -0.02f, 0}, {0.2f * height, 0.02f, height});
            return form;
        };
    const float scale = growth.height / std::max(bounds(*model).max.z, 1e-4f);
    if (recipe.turns)
        return [model, scale, mirrored = growth.seed % 2 == 1](Level, float) { return card(*model, scale, mirrored); };

    auto proxy = std::make_shared<Proxy>();
    proxy->seed = growth.seed;
    proxy->inLeaf = recipe.inLeaf;
    Random random(growth.seed);
    const float yaw = recipe.varies ? 2 * kPi * random.unit() : 0, girth = recipe.varies ? 1 + random.around(0.06f) : 1;
    const float c = elementary::cos(yaw), s = elementary::sin(yaw);
    for (const Part& part : model->parts) {
        if (part.material >= static_cast<int>(std::size(kProxyParts))) continue;
        Body b{*part.mesh, piecesOf(*part.mesh), static_cast<size_t>(part.material)};
        for (V3f& p : b.mesh.positions) {
            const V2f at = V2f(c * p.x - s * p.y, s * p.x + c * p.y) * (scale * girth);
            p = {at.x, at.y, p.z * scale};
        }
        for (V3f& n : b.mesh.normals) n = {c * n.x - s * n.y, s * n.x + c * n.y, n.z};
        if (kProxyRoles[b.part] == PartRole::Leaf || kProxyRoles[b.part] == PartRole::Flower)
            b.mesh.normals.clear(); // they are flat
        proxy->bodies.push_back(std::move(b));
    }
    return [proxy](Level level, float fuller) {
        Form form;
        form.parts.resize(std::size(kProxyParts));
        form.grain = 0.002f;
        for (const Body& b : proxy->at(level)) {
            // Fallen leaves do not make the others larger.
            const float out = kProxyRoles[b.part] == PartRole::Leaf ? proxy->inLeaf : 1;
            const auto share = static_cast<size_t>(out * static_cast<float>(b.share));
            if (share == 0) continue;
            Mesh m = b.many() ? thinned(b.mesh, b.pieces, share, fuller * out, proxy->seed) : b.mesh;
            const size_t count = b.many() ? static_cast<size_t>(piecesOf(m).count) : m.triangles.size();
            form.grain = std::clamp(grainOf(m, count), form.grain, 2.0f);
            form.parts[b.part] = std::move(m);
        }
        return form;
    };
}

} // namespace thallos
