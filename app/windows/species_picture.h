// A species beside the figure, and what it comes to when it is grown.
#pragma once

#include "app/windows/turning_picture.h"

namespace thallos {

// What a grown one comes to.
struct SpeciesFigures {
    float height = 0, spread = 0; // metres
    float leafArea = 0;           // m2, one side
    size_t triangles[kLevels] = {};
    size_t bytes = 0; // of all levels that are grown
};

class SpeciesPicture : public TurningPicture {
    Q_OBJECT
public:
    explicit SpeciesPicture(QWidget* parent);
    // The library's summer recipe counts; it is shown in `season`.
    void setSpecies(const std::shared_ptr<const PlantLibrary>& library, int species, int individual, Season season);

signals:
    void grown(const thallos::SpeciesFigures& figures);

private:
    std::string name_; // of the species that is shown
};

} // namespace thallos
