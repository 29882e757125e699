#include "core/trace/shading.h"

#include <algorithm>
#include <cmath>

#include "core/base/noise.h"
#include "core/ground/cover.h"
#include "core/trace/plant_scenes.h"

namespace thallos {

namespace {

V3f triangleNormal(const Mesh& mesh, unsigned triangle, float u, float v, const V3f& fallback) {
    if (mesh.normals.empty()) return fallback;
    const V3i& t = mesh.triangles[triangle];
    const V3f n = mesh.normals[t.x] * (1 - u - v) + mesh.normals[t.y] * u + mesh.normals[t.z] * v;
    return n.length2() > 1e-8f ? n.normalized() : fallback;
}

V2f triangleUv(const Mesh& mesh, unsigned triangle, float u, float v) {
    if (mesh.uvs.empty()) return V2f(0);
    const V3i& t = mesh.triangles[triangle];
    return mesh.uvs[t.x] * (1 - u - v) + mesh.uvs[t.y] * u + mesh.uvs[t.z] * v;
}

V3f rippled(const Water& water, const V3f& p) {
    const float a = 0.05f * water.ripple;
    const float x = fractalNoise(p.x * 1.4f, p.y * 0.9f, 401, 4, 0.62f),
                y = fractalNoise(p.x * 0.9f, p.y * 1.4f, 402, 4, 0.62f);
    return V3f(a * x, a * y, 1).normalized();
}

void orthonormal(const V3f& n, V3f& t, V3f& b) { // Duff et al. 2017
    const float s = std::copysign(1.0f, n.z), a = -1 / (s + n.z), c = n.x * n.y * a;
    t = {1 + s * n.x * n.x * a, s * c, -s * n.x};
    b = {c, s + n.y * n.y * a, -n.y};
}

} // namespace

Id itemAt(const Scene& scene, const Hit& hit) {
    if (!hit) return {};
    return hit.plant ? Id{hit.plant->item} : scene.objects[hit.object].item;
}

ShadingPoint shadingAt(const Scene& scene, const Hit& hit, const V3f& outward, float footprint) {
    const SceneObject& object = scene.objects[hit.object];
    const BuiltSite& site = *scene.site;
    ShadingPoint out;
    V3f n = hit.normal;
    out.front = n.dot(outward) >= 0;
    if (!out.front) n = -n;
    out.normal = n;
    switch (object.kind) {
    case ObjectKind::Ground: {
        const V2f p = xy(hit.position);
        out.surface = coverSurface(site.field.grid, site.project.ground->gravel, p, site.field.normal(p), footprint);
        for (const WaterBody& w : site.waters)
            if (hit.position.z < w.water.level + 0.25f && Box2f(w.box.min - V2f(3), w.box.max + V2f(3)).intersects(p))
                wetten(out.surface, p, hit.position.z - w.water.level, footprint);
        break;
    }
    case ObjectKind::Far: {
        const V3f smooth = triangleNormal(*site.far, hit.triangle, hit.u, hit.v, hit.normal);
        out.surface = farSurface(xy(hit.position), smooth, footprint, site.project.site->farSeed);
        break;
    }
    case ObjectKind::Plants: {
        const PlantRecord& r = *hit.plant;
        const Individual& plant = site.library->individual(r.individual);
        const Mesh& mesh = plant.parts[hit.part];
        const PlantPose pose(r);
        const V3f local = pose.toLocal(hit.position);
        if ((hit.part == 0 || hit.part == 3) && !mesh.normals.empty()) { // wood
            const V3f smooth =
                pose.normalToWorld(triangleNormal(mesh, hit.triangle, hit.u, hit.v, V3f(0, 0, 1))).normalized();
            out.surface = evaluate(plant.surfaces[hit.part], local * pose.scale, smooth, V2f(0), footprint);
            out.surface.specular = 0.15f;
        } else {
            out.surface = evaluate(plant.surfaces[hit.part], local, n, V2f(0), footprint);
            out.surface.specular = 0.6f;
            // From plant to plant lighter or darker, warmer or cooler; from leaf to leaf a little.
            const float tint = static_cast<float>(r.tint) / 255 - 0.5f;
            const float leaf = unitFloat(mix(hit.triangle / 4, r.key)) - 0.5f;
            const float v = 1 + 0.30f * tint + 0.24f * leaf;
            out.surface.albedo *= Rgb(v * (1 + 0.20f * tint), v, v * (1 - 0.15f * tint));
        }
        break;
    }
    case ObjectKind::Building:
    case ObjectKind::Figure: {
        const Part& part = object.model->parts[hit.part];
        const Surface& surface = (*object.surfaces)[part.material];
        V3f local, localNormal;
        object.toObject.multVecMatrix(hit.position, local);
        object.toObject.multDirMatrix(hit.normal, localNormal);
        V3f smooth = triangleNormal(part.mesh, hit.triangle, hit.u, hit.v, localNormal);
        if (smooth.dot(localNormal) < 0) smooth = -smooth;
        out.surface = evaluate(surface, local * object.scale, smooth, triangleUv(part.mesh, hit.triangle, hit.u, hit.v), footprint);
        V3f world;
        object.toWorld.multDirMatrix(out.surface.normal, world);
        out.surface.normal = world.normalized();
        break;
    }
    case ObjectKind::Water:
        out.water = object.water;
        out.surface = SurfacePoint{object.water->tint, 0.03f, 0, 1, 0, 1, Rgb(0), rippled(*object.water, hit.position)};
        break;
    }
    if (object.kind != ObjectKind::Water) {
        // The shading normal stays on the viewer's side.
        V3f& s = out.surface.normal;
        if (s.dot(n) < 0) s = -s;
        const float c = s.dot(outward);
        if (c < 0.02f) s = (s + outward * (0.02f - c + 1e-3f)).normalized();
    }
    return out;
}

float fresnelDielectric(float cosine, float index) {
    const float c = std::clamp(cosine, 0.0f, 1.0f);
    const float s2 = (1 - c * c) / (index * index);
    const float t = std::sqrt(std::max(0.0f, 1 - s2));
    const float a = (c - index * t) / (c + index * t), b = (index * c - t) / (index * c + t);
    return 0.5f * (a * a + b * b);
}

Scattering::Scattering(const SurfacePoint& s, const V3f& outward) : normal(s.normal) {
    const Rgb matt = s.albedo * (1 - s.metalness);
    reflect = matt * (1 - s.translucency);
    through = matt * s.translucency;
    coat = lerp(Rgb(0.04f * s.specular), s.albedo, s.metalness);
    alpha = std::max(s.roughness * s.roughness, 0.002f);
    orthonormal(normal, tangent, bitangent);
    const float c = std::max(normal.dot(outward), 0.0f);
    const float m = 1 - c, m5 = m * m * m * m * m;
    const float coatNow = luminance(coat) > 0 ? luminance(coat) + (1 - luminance(coat)) * m5 * (1 - s.roughness) : 0;
    const float total = coatNow + luminance(matt);
    coatChance = total > 0 ? std::clamp(coatNow / total, 0.0f, 0.98f) : 0;
    if (coatNow <= 0) coatChance = 0;
    throughChance = s.translucency;
}

namespace {

float smithLambda(float alpha, float cosine) {
    const float c2 = cosine * cosine, t2 = (1 - c2) / std::max(c2, 1e-8f);
    return 0.5f * (std::sqrt(1 + alpha * alpha * t2) - 1);
}
float ggx(float alpha, float cosine) {
    const float a2 = alpha * alpha, d = cosine * cosine * (a2 - 1) + 1;
    return a2 / (kPi * d * d);
}
Rgb schlick(const Rgb& f0, float c, float alpha) {
    const float m = 1 - clamp01(c), m5 = m * m * m * m * m;
    // Rough coatings do not reach full reflection at grazing angles.
    return f0 + (Rgb(1 - alpha) - f0) * std::max(0.0f, m5);
}

} // namespace

Rgb Scattering::evaluate(const V3f& out, const V3f& in) const {
    const float ci = normal.dot(in), co = normal.dot(out);
    if (ci <= 0) {
        const Rgb passed = coatChance > 0 ? Rgb(1) - schlick(coat, co, alpha) : Rgb(1);
        return through * passed * (-ci / kPi);
    }
    Rgb f = reflect * (ci / kPi);
    if (coatChance > 0 && co > 0) {
        const V3f h = (in + out).normalized();
        const Rgb fresnel = schlick(coat, h.dot(out), alpha);
        const float g = 1 / (1 + smithLambda(alpha, ci) + smithLambda(alpha, co));
        // What the coating reflects does not reach the matt layer, nor leaves it again.
        f = f * (Rgb(1) - schlick(coat, ci, alpha)) * (Rgb(1) - schlick(coat, co, alpha)) +
            fresnel * (ggx(alpha, normal.dot(h)) * g / (4 * co));
    }
    return f;
}

float Scattering::density(const V3f& out, const V3f& in) const {
    const float ci = normal.dot(in), co = normal.dot(out);
    if (ci <= 0) return (1 - coatChance) * throughChance * -ci / kPi;
    float d = (1 - coatChance) * (1 - throughChance) * ci / kPi;
    if (coatChance > 0 && co > 0) {
        const V3f h = (in + out).normalized();
        const float visible = 1 / (1 + smithLambda(alpha, co));
        d += coatChance * ggx(alpha, normal.dot(h)) * visible / (4 * co);
    }
    return d;
}

Scattering::Sample Scattering::sample(const V3f& out, const V2f& u, float choice) const {
    Sample s;
    if (choice < coatChance) {
        // Visible normals (Heitz 2018).
        const V3f o(out.dot(tangent), out.dot(bitangent), out.dot(normal));
        if (o.z <= 0) return s;
        const V3f v = V3f(alpha * o.x, alpha * o.y, o.z).normalized();
        const float l2 = v.x * v.x + v.y * v.y;
        const V3f t1 = l2 > 1e-12f ? V3f(-v.y, v.x, 0) / std::sqrt(l2) : V3f(1, 0, 0), t2 = v.cross(t1);
        const float r = std::sqrt(u.x), phi = 2 * kPi * u.y, p1 = r * std::cos(phi), k = 0.5f * (1 + v.z);
        const float p2 = (1 - k) * std::sqrt(std::max(0.0f, 1 - p1 * p1)) + k * r * std::sin(phi);
        const V3f n = t1 * p1 + t2 * p2 + v * std::sqrt(std::max(0.0f, 1 - p1 * p1 - p2 * p2));
        const V3f h = V3f(alpha * n.x, alpha * n.y, std::max(1e-6f, n.z)).normalized();
        const V3f i = h * (2 * o.dot(h)) - o;
        s.direction = tangent * i.x + bitangent * i.y + normal * i.z;
        s.diffuse = alpha > 0.2f;
        if (i.z <= 0) return s;
    } else {
        const float rest = (choice - coatChance) / std::max(1 - coatChance, 1e-6f);
        const float r = std::sqrt(u.x), phi = 2 * kPi * u.y, z = std::sqrt(std::max(0.0f, 1 - u.x));
        const float side = rest < throughChance ? -1.0f : 1.0f;
        s.direction = tangent * (r * std::cos(phi)) + bitangent * (r * std::sin(phi)) + normal * (side * z);
    }
    s.density = density(out, s.direction);
    if (s.density > 1e-9f) s.weight = evaluate(out, s.direction) / s.density;
    return s;
}

} // namespace thallos
