#include "app/words/recipe_words.h"

#include <unordered_map>

#include "app/words/text.h"

namespace thallos {

namespace {

// By the last part of a value's path in a recipe, or the part before: as docs/recipes.md describes them.
const std::unordered_map<std::string, Text>& words() {
    static const std::unordered_map<std::string, Text> all{
        {"angle_deg", Text("Angle")},
        {"arms_deg", Text("Arms")},
        {"autumn_srgb", Text("Autumn colour")},
        {"base", Text("Base")},
        {"bend_deg", Text("Bend")},
        {"blades", Text("Blades")},
        {"bottom", Text("Roundness below")},
        {"branch_deg", Text("Branch angle")},
        {"branch_from", Text("Branches from")},
        {"branch_length", Text("Branch length")},
        {"branches", Text("Branches")},
        {"broken", Text("Broken")},
        {"build", Text("Build")},
        {"capsules", Text("Capsules")},
        {"carries", Text("Carries")},
        {"clipped", Text("Clipped")},
        {"count", Text("Count")},
        {"crooked_deg", Text("Crookedness")},
        {"curl_deg", Text("Curl")},
        {"curve_deg", Text("Curve")},
        {"dead", Text("Dead wood")},
        {"depth", Text("Depth")},
        {"divisions", Text("Divisions")},
        {"dress", Text("Clothes")},
        {"droop", Text("Droop")},
        {"droop_deg", Text("Droop")},
        {"elbows_deg", Text("Elbows")},
        {"evergreen", Text("Evergreen")},
        {"file", Text("File")},
        {"flare", Text("Flare at the foot")},
        {"flat", Text("Flatness")},
        {"flower", Text("Flower")},
        {"flower_share", Text("Share of flowers")},
        {"flower_size_m", Text("Flower size")},
        {"flowering", Text("Flowering stalks")},
        {"flowers", Text("Flowers")},
        {"flowers_from", Text("Flowers from")},
        {"flowers_to", Text("Flowers until")},
        {"fold_deg", Text("Fold")},
        {"fronds", Text("Fronds")},
        {"gravity", Text("Pull downwards")},
        {"hair", Text("Hair")},
        {"hat", Text("Hat")},
        {"heads", Text("Height in heads")},
        {"height_m", Text("Height")},
        {"high_deg", Text("Highest limb")},
        {"hips_deg", Text("Hips")},
        {"holes", Text("Gaps")},
        {"hollow", Text("Hollow foot")},
        {"irregular", Text("Irregularity")},
        {"keeps", Text("Keeps dry leaves")},
        {"kind", Text("Kind")},
        {"knees_deg", Text("Knees")},
        {"layers", Text("Layers")},
        {"leader", Text("Leading stem")},
        {"leaf_from", Text("Leaves from")},
        {"leaf_taper", Text("Leaf taper")},
        {"leaf_to", Text("Leaves up to")},
        {"leaflets", Text("Leaflets")},
        {"lean_deg", Text("Lean")},
        {"leaves", Text("Leaves")},
        {"length", Text("Length")},
        {"length_m", Text("Length")},
        {"length_spread", Text("Length variation")},
        {"level", Text("Levelness")},
        {"light", Text("Pull to the light")},
        {"lobes", Text("Lobes")},
        {"low_deg", Text("Lowest limb")},
        {"lying", Text("Fallen")},
        {"mound", Text("Mound at the foot")},
        {"nod_deg", Text("Nod")},
        {"notch_deg", Text("Notch")},
        {"off_m", Text("Distance from the wall")},
        {"pairs", Text("Pairs")},
        {"per_metre", Text("Per metre")},
        {"petals", Text("Petals")},
        {"pile_m", Text("Pile height")},
        {"planes", Text("Faces")},
        {"proportion", Text("Proportions")},
        {"radius_m", Text("Radius")},
        {"ragged", Text("Raggedness")},
        {"reach", Text("Reach")},
        {"rim", Text("Rim")},
        {"rough", Text("Roughness")},
        {"seat_m", Text("Seat height")},
        {"segments", Text("Segments")},
        {"set", Text("Arrangement")},
        {"shade", Text("Bare inside")},
        {"shape", Text("Shape")},
        {"shoot_m", Text("Shoot length")},
        {"shoots", Text("Shoots")},
        {"shortest", Text("Shortest stalk")},
        {"side_deg", Text("Arms to the side")},
        {"size_m", Text("Size")},
        {"spacing_m", Text("Spacing")},
        {"spread_deg", Text("Spread")},
        {"spread_m", Text("Spread")},
        {"square", Text("Square in plan")},
        {"stakes", Text("Stakes")},
        {"stalk", Text("Stalk")},
        {"stalk_leaves", Text("Leaves on the stalk")},
        {"standing", Text("Standing")},
        {"start_deg", Text("Angle at the foot")},
        {"stems", Text("Stems")},
        {"stubs", Text("Branch stubs")},
        {"sunk", Text("Sunk")},
        {"support", Text("Support")},
        {"tall", Text("Stalk height")},
        {"taper", Text("Taper")},
        {"thick_m", Text("Thickness")},
        {"tilt_deg", Text("Tilt")},
        {"top", Text("Roundness above")},
        {"turns", Text("Faces the camera")},
        {"twist_deg", Text("Twist")},
        {"uneven", Text("Unevenness")},
        {"varies", Text("Varies")},
        {"wander", Text("Wander")},
        {"wander_deg_m", Text("Wander")},
        {"wear", Text("Wear")},
        {"what", Text("Sort")},
        {"whorl", Text("Per whorl")},
        {"wide", Text("Width by height")},
        {"widest", Text("Widest at")},
        {"width", Text("Width")},
        {"width_m", Text("Width")},
        {"young", Text("Young fronds")},
        {"leaf", Text("Leaf")},
        {"crown", Text("Crown")},
        {"stem", Text("Stem")},
        {"limbs", Text("Limbs")},
        {"fill", Text("Fill")},
        {"twigs", Text("Twigs")},
        {"health", Text("Health")},
        {"wood", Text("Wood")},
        {"tuft", Text("Tuft")},
        {"head", Text("Flower head")},
        {"herb", Text("Herb")},
        {"fern", Text("Fern")},
        {"cushion", Text("Cushion")},
        {"pads", Text("Floating leaves")},
        {"stones", Text("Stones")},
        {"litter", Text("Litter")},
        {"log", Text("Log")},
        {"person", Text("Person")},
        {"climber", Text("Climber")},
        {"thing", Text("Prop")},
        {"proxy", Text("Imported model")},
        {"seasons", Text("Seasons")},
    };
    return all;
}

QString word(const std::string& key) {
    const auto found = words().find(key);
    if (found != words().end()) return tr(found->second);
    QString text = QString::fromStdString(key).replace('_', ' ');
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

} // namespace

RecipeLabel recipeLabel(const std::string& path) {
    static const std::pair<const char*, const char*> kUnits[] = {{"_deg_m", "°/m"}, {"_deg", "°"}, {"_m", "m"}};
    const std::string key = path.substr(path.find_last_of('/') + 1);
    RecipeLabel label{word(key), {}};
    for (const auto& [ending, unit] : kUnits)
        if (QString::fromStdString(key).endsWith(QLatin1String(ending))) {
            label.unit = QString::fromUtf8(unit);
            break;
        }
    return label;
}

QString recipeGroup(const std::string& path) {
    const size_t end = path.find_last_of('/');
    if (end == std::string::npos) return tr("Overall");
    QStringList parts;
    for (const QString& part : QString::fromStdString(path.substr(0, end)).split('/'))
        parts << word(part.toStdString());
    return parts.join(" · ");
}

} // namespace thallos
