#include "core/trace/material_resolver.h"

#include <algorithm>

namespace thallos {

std::shared_ptr<const Texture>* MaterialResolver::textureOf(const Surface& s) {
    if (!s.maps.empty()) {
        for (const auto& p : pictures_)
            if (p->maps == s.maps) {
                p->used = true;
                return &p->texture;
            }
        auto texture = std::make_shared<const Texture>(makeTexture(s.maps));
        pictures_.push_back(std::make_unique<Pictures>(Pictures{s.maps, std::move(texture), true}));
        return &pictures_.back()->texture;
    }
    if (s.recipe.empty() || !library_) return nullptr;
    if (const auto known = baked_.find(s.recipe); known != baked_.end()) {
        known->second.used = true;
        return &known->second.texture;
    }
    const bool full = !fast_ || library_->ready(s.recipe, MaterialLibrary::kFull);
    auto texture = library_->texture(s.recipe, full ? MaterialLibrary::kFull : MaterialLibrary::kQuick);
    if (!texture) return nullptr;
    return &baked_.emplace(s.recipe, Baked{std::move(texture), full, true}).first->second.texture;
}

Material MaterialResolver::materialOf(const Surface& s, const std::shared_ptr<const Texture>& texture) const {
    if (!texture) return plain(s);
    if (!s.maps.empty()) return pictured(s, texture);
    const Recipe& recipe = *library_->find(s.recipe);
    Material m = textured(s, texture, recipe.mapping);
    m.wood = recipe.family == "timber" && recipe.bleaches;
    return m;
}

void MaterialResolver::keepWithinBudget() {
    // By name, so that the same ones give way however they are kept.
    std::vector<std::pair<std::string, std::shared_ptr<const Texture>*>> all;
    for (auto& [name, b] : baked_) all.emplace_back(name, &b.texture);
    std::sort(all.begin(), all.end());
    for (const auto& p : pictures_) all.emplace_back("", &p->texture);
    std::vector<std::shared_ptr<const Texture>> fitted;
    for (const auto& [name, place] : all) fitted.push_back(*place);
    fit(fitted, budget_);
    for (size_t i = 0; i < all.size(); ++i) {
        reduced_ = reduced_ || *all[i].second != fitted[i];
        *all[i].second = fitted[i];
    }
}

std::vector<Materials> MaterialResolver::resolve(const std::vector<SurfaceList>& lists) {
    for (auto& [name, b] : baked_) b.used = false;
    for (const auto& p : pictures_) p->used = false;
    std::vector<std::shared_ptr<const Texture>*> places;
    for (const SurfaceList& list : lists)
        for (const Surface& s : *list.surfaces) places.push_back(textureOf(s));
    std::erase_if(baked_, [](const auto& b) { return !b.second.used; });
    std::erase_if(pictures_, [](const auto& p) { return !p->used; });
    keepWithinBudget();

    std::vector<Materials> out;
    std::unordered_map<uint64_t, Resolved> now;
    auto place = places.begin();
    for (const SurfaceList& list : lists) {
        const std::vector<Surface>& surfaces = *list.surfaces;
        const auto texture = [&](size_t i) { return place[static_cast<std::ptrdiff_t>(i)]; };
        const auto before = last_.find(list.key);
        bool same = before != last_.end() &&
                    (before->second.from.surfaces == list.surfaces || *before->second.from.surfaces == surfaces);
        for (size_t i = 0; same && i < surfaces.size(); ++i)
            same = (*before->second.materials)[i].texture == (texture(i) ? *texture(i) : nullptr);
        if (same)
            out.push_back(before->second.materials);
        else {
            std::vector<Material> made;
            for (size_t i = 0; i < surfaces.size(); ++i)
                made.push_back(materialOf(surfaces[i], texture(i) ? *texture(i) : nullptr));
            out.push_back(std::make_shared<const std::vector<Material>>(std::move(made)));
        }
        now.emplace(list.key, Resolved{list, out.back()});
        place += static_cast<std::ptrdiff_t>(surfaces.size());
    }
    last_ = std::move(now);
    return out;
}

void MaterialResolver::setBudget(size_t bytes) {
    if (bytes > budget_ && reduced_) {
        baked_.clear();
        pictures_.clear();
        reduced_ = false;
    }
    budget_ = bytes;
}

bool MaterialResolver::fine() const {
    return !reduced_ && std::all_of(baked_.begin(), baked_.end(), [](const auto& b) { return b.second.full; });
}

std::function<NamedTextures(const std::function<bool()>&)> MaterialResolver::finer() const {
    std::vector<std::string> names;
    for (const auto& [name, b] : baked_)
        if (!b.full) names.push_back(name);
    if (names.empty()) return {};
    std::sort(names.begin(), names.end());
    return [library = library_, names](const std::function<bool()>& stop) {
        NamedTextures out;
        for (const std::string& name : names)
            out.emplace_back(name, library->texture(name, MaterialLibrary::kFull, stop));
        return out;
    };
}

void MaterialResolver::adopt(const NamedTextures& textures) {
    for (const auto& [name, texture] : textures)
        if (const auto b = baked_.find(name); b != baked_.end() && texture) {
            b->second.texture = texture;
            b->second.full = true;
        }
}

} // namespace thallos
