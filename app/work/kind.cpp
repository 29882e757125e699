#include "app/work/kind.h"

#include <unordered_set>

#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/session.h"

namespace thallos {

namespace {

bool worksOn(Verb verb, const Item& item) {
    // Shots are the light's, the frame's and the finish's.
    const Verb of = withItemKind(item, [](const auto& kind, const auto&) { return kind.verb.value; });
    return of == verb || (ofThePicture(of) && ofThePicture(verb));
}

} // namespace

bool belongs(const Project& project, const Item& item, Verb verb) {
    if (!std::holds_alternative<Group>(item.body)) return worksOn(verb, item);
    for (const auto& i : project.items)
        if (!std::holds_alternative<Group>(i->body) && worksOn(verb, *i))
            for (const Item* g = find(project, i->group); g; g = find(project, g->group))
                if (g->id == item.id) return true;
    return false;
}

std::vector<char> belonging(const Project& project, Verb verb) {
    std::unordered_set<Id> groups;
    for (const auto& i : project.items)
        if (i->group && !std::holds_alternative<Group>(i->body) && worksOn(verb, *i))
            for (const Item* g = find(project, i->group); g && groups.insert(g->id).second;
                 g = find(project, g->group)) {
            }
    std::vector<char> out;
    for (const auto& i : project.items)
        out.push_back(std::holds_alternative<Group>(i->body) ? groups.count(i->id) > 0 : worksOn(verb, *i));
    return out;
}

QString plantsText(Id item, Session& session) {
    const auto& built = session.document.built();
    return countText(built ? built->plantCount(item) : 0);
}

QString earthText(Id item, const Session& session) {
    const auto e = session.earth.of(item);
    if (!e || e->cut + e->fill < 0.05) return {};
    const int decimals = std::max(e->cut, e->fill) < 10 ? 1 : 0;
    const auto text = [&](double v) { return decimalText(v, decimals); };
    // What goes one way alone is one figure.
    if (e->cut < 0.02 * e->fill) return tr("+%1 m³").arg(text(e->fill));
    if (e->fill < 0.02 * e->cut) return tr("−%1 m³").arg(text(e->cut));
    return tr("+%1 −%2 m³").arg(text(e->fill), text(e->cut));
}

QString kindText(const Item& item) {
    return withItemKind(item, [](const auto& kind, const auto&) { return tr(kind.name.value); });
}

bool takesMaterials(const Item* item) {
    return item && withItemKind(*item, [](const auto& kind, const auto&) { return kind.takesMaterials.value; });
}

Box3f spaceOf(const Item& item, const HeightField* ground) {
    return withItemKind(item, [&](const auto& kind, const auto& body) { return kind.space(body, ground); });
}

Box3f standing(const Box2f& plan, float tall, const HeightField* ground) {
    Box3f box;
    if (plan.isEmpty()) return box;
    for (const V2f& p : {plan.min, plan.max, V2f(plan.min.x, plan.max.y), V2f(plan.max.x, plan.min.y)}) {
        const float z = ground ? ground->at(p) : 0;
        box.extendBy(V3f(p.x, p.y, z));
        box.extendBy(V3f(p.x, p.y, z + tall));
    }
    return box;
}

} // namespace thallos
