#include "app/windows/species_picture.h"

#include "app/words/numbers.h"

namespace thallos {

namespace {

SpeciesFigures figuresOf(const PlantLibrary& library, IndividualId individual) {
    SpeciesFigures out;
    const Individual& one = library.individual(individual);
    out.height = one.height;
    out.spread = one.spread;
    for (int level = 0; level < kLevels; ++level) {
        const Form& form = library.form(individual, static_cast<Level>(level));
        out.triangles[level] = form.triangles();
        for (const Mesh& m : form.parts)
            out.bytes += (m.positions.size() + m.normals.size()) * sizeof(V3f) + m.triangles.size() * sizeof(V3i);
    }
    const Form& near = one.form(Level::Near);
    if (near.parts.size() > 1) out.leafArea = area(near.parts[1]);
    return out;
}

} // namespace

SpeciesPicture::SpeciesPicture(QWidget* parent) : TurningPicture(parent) {
    setObjectName("speciesPicture");
    setAccessibleName(tr("The species beside a person, %1 high").arg(lengthText(1.75)));
}

void SpeciesPicture::setSpecies(const std::shared_ptr<const PlantLibrary>& library, int species, int individual,
                                Season season) {
    const std::string& name = library->species()[static_cast<size_t>(species)].recipe.name;
    setExhibit({library, season,
                [species, individual](const PlantLibrary& grown, float yaw, float bearing) {
                    return stageOf(grown, {{species, individual, yaw}}, true, bearing);
                },
                // The picture outlives its thread, which alone calls this.
                [this, id = IndividualId::of(species, individual)](const PlantLibrary& plants) {
                    QMetaObject::invokeMethod(this, [this, figures = figuresOf(plants, id)] { Q_EMIT grown(figures); });
                }},
               name != name_);
    name_ = name;
}

} // namespace thallos
