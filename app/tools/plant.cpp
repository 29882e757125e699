#include "app/tools/makers.h"

#include <algorithm>
#include <cmath>

#include <QRandomGenerator>

#include "app/words/names.h"
#include "app/words/text.h"
#include "core/base/error.h"
#include "core/project/climb.h"

namespace thallos {

namespace {

class SpecimenTool : public Tool {
public:
    SpecimenTool(Session& s, Tools& tools) : session_(s), tools_(tools) {}
    bool press(Pane&, const PanePoint& point) override {
        if (climbs(point) || !onGround(session_, point)) return true;
        auto* random = QRandomGenerator::global();
        const Specimen s{
            tools_.species.toStdString(), xy(*point.ground), static_cast<float>(random->generateDouble() * 2 * M_PI),
            static_cast<float>(0.9 + 0.2 * random->generateDouble()), static_cast<int>(random->bounded(kIndividuals))};
        // Into the selected specimens where the same grows, else into a new item.
        const Item* item = session_.selection.item();
        if (const auto* plants = bodyOf<Specimens>(item);
            plants && !item->locked &&
            std::any_of(plants->specimens.begin(), plants->specimens.end(),
                        [&](const Specimen& p) { return p.species == s.species; })) {
            session_.document.editItem(tr("Plant specimen"), item->id,
                                       [&](Item& i) { std::get<Specimens>(i.body).specimens.push_back(s); });
            return true;
        }
        Id id;
        session_.document.edit(tr("Plant specimen"),
                               added(session_.document.project(), s.species + " specimens", Specimens{{s}}, &id));
        session_.selection.set(id);
        return true;
    }
    QString hint() const override {
        return climber() ? tr("Click a wall or a single tree for %1 to climb · elsewhere it stands alone")
                               .arg(libraryName(tools_.species.toStdString()))
                         : tr("Click to plant %1 · choose the species at the right")
                               .arg(libraryName(tools_.species.toStdString()));
    }

private:
    bool climber() const {
        const auto built = session_.document.built();
        const int species = built ? built->library->find(tools_.species.toStdString()) : -1;
        return species >= 0 && std::holds_alternative<ClimberRecipe>(built->library->species()[species].recipe.growth);
    }

    // A climber on what is clicked, if it is something to climb.
    bool climbs(const PanePoint& point) {
        const Item* on = session_.document.item(point.item);
        if (!climber() || !point.surface || (!bodyOf<Building>(on) && !bodyOf<Specimens>(on))) return false;
        const auto built = session_.document.built();
        try {
            const Climber c = climberAt(session_.document.project(), built->land.field, *built->library, point.item,
                                        point.specimen, *point.surface, point.direction, tools_.species.toStdString());
            Id id;
            session_.document.edit(tr("Plant climber"),
                                   added(session_.document.project(), c.species + ", " + on->name, c, &id));
            session_.selection.set(id);
        } catch (const Error& e) {
            Q_EMIT session_.message(sentenceOf(e));
        }
        return true;
    }

    Session& session_;
    Tools& tools_;
};

} // namespace

std::unique_ptr<Tool> makeSpecimenTool(Session& session, Tools& tools) {
    return std::make_unique<SpecimenTool>(session, tools);
}

} // namespace thallos
