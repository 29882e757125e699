#include "core/trace/dresser.h"

#include <algorithm>

namespace thallos {

std::shared_ptr<const Texture>* Dresser::textureOf(const Surface& s) {
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
    for (const auto& sheet : sheets_)
        if (sheet->recipe == s.recipe) {
            sheet->used = true;
            return &sheet->texture;
        }
    const bool full = !fast_ || library_->ready(s.recipe, MaterialLibrary::kFull);
    auto texture = library_->sheet(s.recipe, full ? MaterialLibrary::kFull : MaterialLibrary::kQuick);
    if (!texture) return nullptr;
    sheets_.push_back(std::make_unique<Sheet>(Sheet{s.recipe, std::move(texture), full, true}));
    return &sheets_.back()->texture;
}

std::vector<Material> Dresser::dress(const std::vector<const Surface*>& surfaces) {
    for (const auto& s : sheets_) s->used = false;
    for (const auto& p : pictures_) p->used = false;
    std::vector<std::shared_ptr<const Texture>*> places;
    for (const Surface* s : surfaces) places.push_back(textureOf(*s));
    std::erase_if(sheets_, [](const auto& s) { return !s->used; });
    std::erase_if(pictures_, [](const auto& p) { return !p->used; });

    std::vector<std::shared_ptr<const Texture>*> all;
    for (const auto& s : sheets_) all.push_back(&s->texture);
    for (const auto& p : pictures_) all.push_back(&p->texture);
    std::vector<std::shared_ptr<const Texture>> fitted;
    for (const auto* place : all) fitted.push_back(*place);
    fit(fitted, budget_);
    for (size_t i = 0; i < all.size(); ++i) {
        squeezed_ = squeezed_ || *all[i] != fitted[i];
        *all[i] = fitted[i];
    }

    std::vector<Material> out;
    for (size_t i = 0; i < surfaces.size(); ++i) {
        const Surface& s = *surfaces[i];
        if (!places[i])
            out.push_back(plain(s));
        else if (!s.maps.empty())
            out.push_back(pictured(s, *places[i]));
        else
            out.push_back(dressed(s, *places[i], library_->find(s.recipe)->laying));
    }
    return out;
}

void Dresser::setBudget(size_t bytes) {
    if (bytes > budget_ && squeezed_) {
        sheets_.clear();
        pictures_.clear();
        squeezed_ = false;
    }
    budget_ = bytes;
}

bool Dresser::fine() const {
    return !squeezed_ && std::all_of(sheets_.begin(), sheets_.end(), [](const auto& s) { return s->full; });
}

std::function<NamedSheets(const std::function<bool()>&)> Dresser::finer() const {
    std::vector<std::string> names;
    for (const auto& s : sheets_)
        if (!s->full) names.push_back(s->recipe);
    if (names.empty()) return {};
    return [library = library_, names](const std::function<bool()>& stop) {
        NamedSheets out;
        for (const std::string& name : names)
            out.emplace_back(name, library->sheet(name, MaterialLibrary::kFull, stop));
        return out;
    };
}

void Dresser::adopt(const NamedSheets& sheets) {
    for (const auto& [name, texture] : sheets)
        for (const auto& s : sheets_)
            if (s->recipe == name && texture) {
                s->texture = texture;
                s->full = true;
            }
}

} // namespace thallos
