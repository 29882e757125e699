#include "app/words/names.h"

#include <cmath>

#include "app/words/numbers.h"
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
    case SpeciesKind::Splash:
        return tr("Splashes");
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

QString snagFigure(SnagKind kind, float figure) {
    const auto value = static_cast<double>(figure);
    switch (kind) {
    case SnagKind::CoarseTexture:
        return tr("%1 pixels").arg(decimalText(value, 1));
    case SnagKind::RepeatingTexture:
    case SnagKind::Leftovers:
    case SnagKind::InsideOut:
    case SnagKind::CoplanarDoubles:
        return countText(std::lround(value));
    case SnagKind::FloorInGround:
        return areaText(value);
    case SnagKind::PathTooSteep:
        return tr("%1 %").arg(decimalText(value, 1));
    case SnagKind::BankTooSteep:
        return tr("%1°").arg(decimalText(value, 0));
    default:
        return lengthText(value);
    }
}

QString snagText(const Snag& s) {
    const QString figure = snagFigure(s.kind, s.figure), name = QString::fromStdString(s.name);
    switch (s.kind) {
    case SnagKind::FloatingEdge:
        return tr("floats by %1").arg(figure);
    case SnagKind::BuriedFloor:
        return tr("ground stands %1 over the edge of a floor").arg(figure);
    case SnagKind::SoilInRoom:
        return tr("soil stands %1 over a floor").arg(figure);
    case SnagKind::WaterAtFloor:
        return tr("water stands %1 over a floor").arg(figure);
    case SnagKind::Size:
        return tr("implausible size: %1").arg(figure);
    case SnagKind::Leftovers:
        return tr("leftovers: %1, such as %2").arg(figure, name);
    case SnagKind::InsideOut:
        return tr("inside-out faces: %1, at %2").arg(figure, name);
    case SnagKind::CoplanarDoubles:
        return tr("coplanar faces: %1, at %2").arg(figure, name);
    case SnagKind::CoarseTexture:
        return tr("texture of %1 too coarse: %2 a texel").arg(name, figure);
    case SnagKind::RepeatingTexture:
        return tr("texture of %1 repeats %2 times").arg(name, figure);
    case SnagKind::DoorHeight:
        return tr("doors %1 high").arg(figure);
    case SnagKind::StoreyHeight:
        return tr("storeys %1 high").arg(figure);
    case SnagKind::StepHeight:
        return tr("steps %1 high").arg(figure);
    case SnagKind::FloorInGround:
        return tr("%1 of floor level with the ground flicker").arg(figure);
    case SnagKind::PathTooSteep:
        return tr("path too steep: %1").arg(figure);
    case SnagKind::GroundOverPath:
        return tr("ground stands %1 over the path").arg(figure);
    case SnagKind::GroundOverDeck:
        return tr("ground stands %1 over the walkway").arg(figure);
    case SnagKind::BankTooSteep:
        return tr("bank steeper than its soil stands: %1").arg(figure);
    }
    return {};
}

QString snagCure(SnagKind kind) {
    switch (kind) {
    case SnagKind::FloatingEdge:
    case SnagKind::BuriedFloor:
    case SnagKind::SoilInRoom:
        return tr("Add pad");
    case SnagKind::WaterAtFloor:
        return tr("Raise above the water");
    case SnagKind::RepeatingTexture:
        return tr("Lay it at random");
    case SnagKind::Leftovers:
    case SnagKind::InsideOut:
    case SnagKind::CoplanarDoubles:
        return tr("Check model…");
    case SnagKind::FloorInGround:
        return tr("Raise above the ground");
    case SnagKind::PathTooSteep:
        return tr("Add steps");
    case SnagKind::GroundOverPath:
        return tr("Grade it last");
    default:
        return {};
    }
}

QString faultText(Fault fault) {
    switch (fault) {
    case Fault::LooseVertices:
        return tr("Loose vertices");
    case Fault::Degenerate:
        return tr("Degenerate faces");
    case Fault::Duplicates:
        return tr("Duplicate faces");
    case Fault::InsideOut:
        return tr("Inside-out faces");
    case Fault::OpenEdges:
        return tr("Open edges");
    case Fault::CoplanarDoubles:
        return tr("Coplanar faces");
    case Fault::WrongNormals:
        return tr("Wrong shading normals");
    case Fault::Leftovers:
        return tr("Leftovers");
    case Fault::Sheets:
        return tr("Sheets without thickness");
    }
    return {};
}

QString faultHelp(Fault fault) {
    switch (fault) {
    case Fault::LooseVertices:
        return tr("Points that no face uses. They are not seen. Repair removes them.");
    case Fault::Degenerate:
        return tr("Faces without area. Repair welds vertices that are this close and removes what has no area.");
    case Fault::Duplicates:
        return tr("Faces that are there twice and flicker. Repair keeps one of each.");
    case Fault::InsideOut:
        return tr("Faces whose front looks into the body: glass and light are wrong there. Repair turns them.");
    case Fault::OpenEdges:
        return tr("Bodies with holes or gaps, through which light leaks. Repair welds the edges and closes what is "
                  "still open.");
    case Fault::CoplanarDoubles:
        return tr("Faces of two parts in one plane, which flicker. Repair brings the smaller one forward.");
    case Fault::WrongNormals:
        return tr("Faces that are shaded from the wrong side. Repair computes normals anew; edges sharper than the "
                  "angle stay sharp.");
    case Fault::Leftovers:
        return tr("Small things that touch nothing, and figures for scale. Repair removes them.");
    case Fault::Sheets:
        return tr("Flat faces with nothing behind them: walls that let light leak. Repair gives them a thickness "
                  "behind their front.");
    }
    return {};
}

QString cureAmountText(Fault fault) {
    switch (fault) {
    case Fault::CoplanarDoubles:
        return tr("Distance");
    case Fault::WrongNormals:
        return tr("Sharp from");
    case Fault::Sheets:
        return tr("Thickness");
    default:
        return tr("Weld within");
    }
}

QString libraryName(const std::string& name) {
    return tr(name.c_str());
}

} // namespace thallos
