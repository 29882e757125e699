// A plant or thing that was modelled elsewhere, or photographed: it stands among the grown ones.
#pragma once

#include <filesystem>
#include <memory>
#include <mutex>
#include <string>

#include "core/model/model.h"
#include "core/planting/form.h"

namespace thallos {

// The model of a proxy, read from its file when it is first asked for. Safe from any thread.
class ProxyModel {
public:
    explicit ProxyModel(std::filesystem::path file) : file_(std::move(file)) {}
    explicit ProxyModel(std::shared_ptr<const Model> model) : model_(std::move(model)) {}
    // Null when there is no such file or it is damaged.
    std::shared_ptr<const Model> get() const;

private:
    std::filesystem::path file_;
    mutable std::once_flag once_;
    mutable std::shared_ptr<const Model> model_;
};

struct ProxyRecipe {
    std::string file;   // beside the recipe, as packModel() writes it; its k-th material is the k-th of kProxyParts
    bool turns = false; // a flat picture, which shows its face to whoever looks and to the sun
    bool varies = true; // a plant, no two of which are alike: each individual is turned and of another girth
    float wide = 1;     // its spread as a share of its height
    float inLeaf = 1;   // share of the leaves that are out
    std::shared_ptr<const ProxyModel> model;
};
inline constexpr const char* kProxyParts[] = {"bark",   "foliage", "flower", "foliage_2", "foliage_3", "bark_2",
                                              "bark_3", "part_1",  "part_2", "part_3",    "part_4",    "part_5"};
// What a part is of, which decides how it thins out and what the seasons do to it.
enum class PartRole { Wood, Leaf, Flower, Other };
inline constexpr const char* kPartRoleNames[] = {"wood", "leaf", "flower", "other"};
inline constexpr PartRole kProxyRoles[] = {PartRole::Wood,  PartRole::Leaf,  PartRole::Flower, PartRole::Leaf,
                                           PartRole::Leaf,  PartRole::Wood,  PartRole::Wood,   PartRole::Other,
                                           PartRole::Other, PartRole::Other, PartRole::Other,  PartRole::Other};
// As high as it is asked for, its foot at the origin. Where there is no model a plain board stands in its place.
Shaper growProxy(const ProxyRecipe& recipe, const Growth& growth);

} // namespace thallos
