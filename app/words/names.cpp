#include "app/words/names.h"

#include "app/words/text.h"

namespace thallos {

QString nameOf(Season season) {
    switch (season) {
    case Season::Bud:
        return tr("Early spring");
    case Season::Spring:
        return tr("Spring");
    case Season::Summer:
        return tr("Summer");
    case Season::Autumn:
        return tr("Autumn");
    case Season::Bare:
        return tr("Winter");
    case Season::Snow:
        return tr("Winter with snow");
    }
    return {};
}

QString nameOf(SpeciesKind kind) {
    switch (kind) {
    case SpeciesKind::Broadleaf:
        return tr("Broadleaf trees");
    case SpeciesKind::Conifer:
        return tr("Conifers");
    case SpeciesKind::Shrub:
        return tr("Shrubs");
    case SpeciesKind::Hedge:
        return tr("Hedges");
    case SpeciesKind::Climber:
        return tr("Climbers");
    case SpeciesKind::Boulder:
        return tr("Boulders");
    case SpeciesKind::DeadWood:
        return tr("Dead wood");
    case SpeciesKind::Person:
        return tr("People");
    case SpeciesKind::Thing:
        return tr("Props");
    case SpeciesKind::Grass:
        return tr("Grasses");
    case SpeciesKind::Herb:
        return tr("Perennials and wildflowers");
    case SpeciesKind::Fern:
        return tr("Ferns");
    case SpeciesKind::Moss:
        return tr("Moss");
    case SpeciesKind::WaterPlant:
        return tr("Floating leaves");
    case SpeciesKind::Litter:
        return tr("Litter");
    case SpeciesKind::Stones:
        return tr("Stones");
    }
    return {};
}

QString nameOf(PartRole role) {
    switch (role) {
    case PartRole::Wood:
        return tr("Wood");
    case PartRole::Leaf:
        return tr("Leaf");
    case PartRole::Flower:
        return tr("Flower");
    case PartRole::Other:
        return tr("Other");
    }
    return {};
}

QString libraryName(const std::string& name) {
    return tr(name.c_str());
}

} // namespace thallos
