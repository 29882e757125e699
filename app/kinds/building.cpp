// Buildings and props in the window.
#include <unordered_map>

#include <Imath/ImathBoxAlgo.h>
#include <QPainter>

#include "app/inspector/gap_plot.h"
#include "app/inspector/rows.h"
#include "app/panes/pane.h"
#include "app/widgets/theme.h"
#include "app/windows/health_window.h"
#include "app/windows/import_dialog.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/edits.h"
#include "app/work/kind.h"
#include "app/work/part_edits.h"
#include "core/model/scale.h"
#include "core/model/topology.h"

namespace thallos {

namespace {

void position(Rows& rows, const Label& label, int axis, const QString& tip) {
    rows.itemValue(
        label, ValueRange::length(-500, 500, std::nullopt).typed(-100000, 100000), tip,
        [axis](const Item& i) -> std::optional<double> {
            const auto* b = std::get_if<Building>(&i.body);
            return b ? std::optional<double>(b->position[axis]) : std::nullopt;
        },
        [axis](Item& i, double v) { std::get<Building>(i.body).position[axis] = static_cast<float>(v); });
}

// Of who made it, and under which terms.
void rights(Rows& rows, const Label& label, const QString& tip, std::string Rights::*member) {
    rows.itemWords(
        label, tip,
        [member](const Item& i) -> std::optional<std::string> {
            const auto* b = std::get_if<Building>(&i.body);
            return b ? std::optional(b->rights.*member) : std::nullopt;
        },
        [member](Item& i, const std::string& words) { std::get<Building>(i.body).rights.*member = words; });
}

// Copies that are asked for; kept from one to the next.
struct Repeating {
    int count = 3;
    V3f by{1, 0, 0};
    float turn = 0, radius = 5;
};
Repeating repeating;

void repeatRows(Rows& rows) {
    const auto number = [&rows](const Label& label, const ValueRange& range, const QString& tip, float& value) {
        rows.value(
            label, range, tip, [&value] { return static_cast<double>(value); },
            [&value](double v, bool) { value = static_cast<float>(v); });
    };
    rows.section({"repeatSection", tr("Repeat and bend")}, {}, true);
    rows.value(
        {"copies", tr("Copies")}, {1, 50, false, Dimension::Plain, "", 0, 3}, tr("How many copies are made"),
        [] { return repeating.count; }, [](double v, bool) { repeating.count = static_cast<int>(v); });
    const ValueRange length = ValueRange::length(-20, 20, 0).typed(-10000, 10000);
    number({"copyEast", tr("Along")}, length, tr("Distance from copy to copy, along the building"), repeating.by.x);
    number({"copyNorth", tr("Across")}, length, tr("Distance from copy to copy, across the building"), repeating.by.y);
    number({"copyUp", tr("Up")}, length, tr("Distance from copy to copy, upwards: a stack"), repeating.by.z);
    rows.value(
        {"copyTurn", tr("Turn")}, {-180, 180, false, Dimension::Angle, "°", 1, 0},
        tr("Turn from copy to copy about the centre: an arc"), [] { return degrees(repeating.turn); },
        [](double v, bool) { repeating.turn = radians(static_cast<float>(v)); });
    number({"copyRadius", tr("Radius")}, ValueRange::length(0.1, 50, 5).typed(0.01, 10000),
           tr("Of the arc, or of the bend: the centre lies so far across from the parts"), repeating.radius);
    Session& session = rows.session();
    const auto centre = [&session]() -> V2f {
        Box3f box;
        const Building* now = selectedBuilding(session);
        for (const int p : session.selection.parts())
            box.extendBy(bounds(*now->model->parts[static_cast<size_t>(p)].mesh));
        return xy(box.center()) + V2f(0, repeating.radius);
    };
    rows.button({"repeat", tr("Repeat")}, tr("Make the copies; they are parts like the others"), [&session, centre] {
        takeStep(session, tr("Repeat"),
                 RepeatStep{selectedParts(session), repeating.count, repeating.by, repeating.turn, centre()});
    });
    rows.button({"bend", tr("Bend")}, tr("Bend the parts to an arc of this radius"), [&session, centre] {
        takeStep(session, tr("Bend"), BendStep{selectedParts(session), centre()});
    });
}

// What windows are given: of the panes that are selected, or of all.
void fittingRows(const Building& b, Rows& rows) {
    Session& session = rows.session();
    const auto panes = [](const Building& building, const std::vector<int>& parts) {
        PartNames out;
        const std::vector<std::string> keys = partKeys(*building.model);
        for (size_t i = 0; i < keys.size(); ++i) {
            const bool chosen = parts.empty() || std::count(parts.begin(), parts.end(), static_cast<int>(i)) > 0;
            const Surface& s = building.surfaces[static_cast<size_t>(building.model->parts[i].material)];
            if (chosen && s.transmission > 0.5f && !s.solid) out.push_back(keys[i]);
        }
        return out;
    };
    if (panes(b, session.selection.parts()).empty()) return;
    rows.section({"windowSection", tr("Windows")}, {}, true);
    static double drawn = 0.4; // kept from one to the next
    rows.value(
        {"drawn", tr("Drawn")}, ValueRange::percent(0, 1, 0.4), tr("How much of each window a curtain or blind covers"),
        [] { return drawn; }, [](double v, bool) { drawn = v; });
    const std::tuple<Label, QString, Fitting> kinds[] = {
        {{"curtains", tr("Add curtains")}, tr("Cloth at both sides of each window"), Fitting::Curtains},
        {{"blinds", tr("Add blinds")}, tr("Cloth let down behind each window"), Fitting::Blind},
        {{"slats", tr("Add slatted blinds")}, tr("Tilted slats let down behind each window"), Fitting::Slats},
        {{"roomLights", tr("Light rooms")},
         tr("A warm lamp behind each window, for dusk; its material's emission makes it brighter or puts it out"),
         Fitting::RoomLight}};
    for (const auto& [label, tip, fitting] : kinds)
        rows.button(label, tip, [&session, panes, text = label.text, fitting = fitting] {
            if (const Building* now = selectedBuilding(session))
                takeStep(session, text,
                         FittingStep{panes(*now, session.selection.parts()), fitting, static_cast<float>(drawn)});
        });
}

// What its parts say of its scale, beside what stands around.
QString scaleText(const Building& b, const ScaleReading& reading, const Session& session) {
    QStringList text;
    const auto add = [&](const QString& line, float figure) {
        if (figure > 0) text << line.arg(lengthText(static_cast<double>(figure)));
    };
    add(tr("doors %1"), reading.door);
    add(tr("storeys %1"), reading.storey);
    add(tr("steps %1"), reading.step);
    const float height = bounds(*b.model).size().z * b.scale;
    float tallest = 0;
    if (const auto built = session.document.built())
        for (const Item* item : itemsOf<Specimens>(session.document.project()))
            for (const std::string& name : speciesIn(*item))
                if (const int at = built->library->find(name); at >= 0)
                    tallest = std::max(tallest, built->library->species()[static_cast<size_t>(at)].recipe.height);
    if (tallest > 2 && height > 0)
        text << tr("the tallest tree is %1 times as high").arg(decimalText(static_cast<double>(tallest / height), 1));
    for (const Item* other : itemsOf<Building>(session.document.project())) {
        const auto& o = std::get<Building>(other->body);
        if (text.size() > 5) break;
        const float its = bounds(*o.model).size().z * o.scale;
        if (&o == &b || its < 2 || height <= 0) continue;
        text << tr("%1 is %2 times as high")
                    .arg(QString::fromStdString(other->name), decimalText(static_cast<double>(its / height), 1));
    }
    return text.join(" · ");
}

// Of parts that are selected within the building.
void partRows(const Building& b, Rows& rows) {
    Session& session = rows.session();
    const std::vector<int>& parts = session.selection.parts();
    Box3f box;
    for (const int p : parts) box.extendBy(bounds(*b.model->parts[static_cast<size_t>(p)].mesh));
    const V3f size = box.size() * b.scale;
    rows.heading(parts.size() == 1 ? partName(b, parts.front())
                                   : tr("%n part(s)", nullptr, static_cast<int>(parts.size())),
                 sizeText(size.x, size.y, size.z, 2));
    QStringList materials;
    for (const Surface& s : b.surfaces) materials << QString::fromStdString(s.name);
    rows.choice(
        {"partMaterial", tr("Part material")}, materials, tr("Material of the selected parts"),
        [&session] {
            const Building* now = selectedBuilding(session);
            const std::vector<int>& all = session.selection.parts();
            return now && !all.empty() ? now->model->parts[static_cast<size_t>(all.back())].material : 0;
        },
        [&session](int i) {
            const Building* now = selectedBuilding(session);
            if (!now) return;
            takeStep(session, tr("Assign material"),
                     MaterialStep{selectedParts(session), now->model->materials[static_cast<size_t>(i)].name});
            session.selection.setMaterial(i);
        });
    rows.button({"ownMaterial", tr("Own material")},
                tr("A material for these parts alone; others that share theirs stay as they are"),
                [&session] { ownMaterial(session); });
    rows.button({"selectAlike", tr("Select identical")},
                tr("Select all parts that are the same thing in another place"), [&session] { selectAlike(session); });
    rows.button({"selectOfMaterial", tr("Select all of this material")},
                tr("Select every part of the building that is of this material"),
                [&session] { selectOfMaterial(session); });
    rows.button({"replacePart", tr("Replace by file…")},
                tr("Put a model from a file in the place of each selected part"), [&session, &rows] {
                    if (const QString file = askForModel(&rows, tr("Replace by file")); !file.isEmpty())
                        replaceParts(session, file.toStdString());
                });
    rows.button({"levelUnder", tr("Level ground under it")},
                tr("A pad under these parts at the level of their base, beside those of the whole building"),
                [&session] { levelUnderParts(session); });
    fittingRows(b, rows);
    repeatRows(rows);
    materialRows(rows);
}

void stepRows(const Building& b, Rows& rows) {
    if (b.steps.empty()) return;
    rows.section({"stepsSection", tr("Changes to the model")}, {}, true);
    for (size_t i = 0; i < b.steps.size(); ++i)
        rows.button({QString("step %1").arg(i), tr("Remove: %1").arg(tr(wordsOf(b.steps[i])))},
                    tr("Remove this change; the later ones stay"),
                    [&session = rows.session(), i] { dropStep(session, i); });
}

void rows(const Building& b, const Item& item, Rows& rows) {
    if (rows.session().selection.last() == item.id && !rows.session().selection.parts().empty())
        return partRows(b, rows);
    const V3f size = bounds(*b.model).size() * b.scale;
    rows.heading(QString::fromStdString(item.name), sizeText(size.x, size.y, size.z));
    position(rows, {"east", tr("East")}, 0, tr("Position of the building's centre, from the centre of the site"));
    position(rows, {"north", tr("North")}, 1, tr("Position of the building's centre, from the centre of the site"));
    position(rows, {"base", tr("Base level")}, 2, tr("Level of the building's underside"));
    rows.turn<Building>(tr("Counter-clockwise, seen from above"));
    rows.bodyValue<Building>({"scale", tr("Scale")}, {0.001, 1000, true, Dimension::Percent, "%", 1, 1},
                             tr("Relative to the imported model"), &Building::scale);
    // Read once a model and size: the note is asked for at every step of a drag.
    struct Read {
        std::weak_ptr<const Model> model;
        float scale = 0;
        ScaleReading reading;
    };
    rows.note([&session = rows.session(), known = std::make_shared<Read>()] {
        const Building* now = selectedBuilding(session);
        if (!now) return QString();
        if (known->model.lock() != now->model || known->scale != now->scale)
            *known = {now->model, now->scale, readScale(*now->model, now->scale)};
        return scaleText(*now, known->reading, session);
    });
    seatingRows(rows);
    rows.button({"checkModel", tr("Check model…")},
                tr("Find faults of the model, such as faces that are inside out, and repair them"),
                [&session = rows.session(), &rows] { showHealth(session, rows.window()); });
    fittingRows(b, rows);
    rows.section({"agesSection", tr("Age and edges")}, {}, true);
    rows.bodyValue<Building>(
        {"age", tr("Age")}, ValueRange::percent(0, 1, 0),
        tr("What weather has done: splash, streaks, moss and bleached boards on every outside face"), &Building::age);
    rows.bodyValue<Building>({"roundedEdges", tr("Rounded edges")}, ValueRange::length(0, 0.03, 0, false, 3),
                             tr("Radius by which sharp edges catch the light close up; the model stays as it is"),
                             &Building::rounding);
    materialRows(rows);
    stepRows(b, rows);
    rows.section({"sourceSection", tr("Source and licence")}, {}, true);
    if (const auto& missing = b.read.missing; !missing.empty()) {
        QStringList names;
        for (const std::string& name : missing) names << QString::fromStdString(name);
        rows.button({"findTextures", tr("Find %n missing texture(s)…", nullptr, static_cast<int>(missing.size()))},
                    tr("Look in another folder for %1").arg(names.mid(0, 12).join(", ")),
                    [&session = rows.session()] { Q_EMIT session.commandWanted("items.findTextures"); });
    }
    rights(rows, {"author", tr("Author")}, tr("Who made it; listed in the rights of the project"), &Rights::maker);
    rights(rows, {"source", tr("Source")}, tr("The file it was imported from, or where it was bought"),
           &Rights::source);
    rights(rows, {"licence", tr("Licence")}, tr("Terms under which it may be used in a client's image"),
           &Rights::licence);
    rights(rows, {"price", tr("Price")}, tr("What it cost, with the currency"), &Rights::price);
}

// Edges of a part, worked out once.
const std::vector<std::pair<V3f, V3f>>& edgesOf(const std::shared_ptr<const Mesh>& mesh) {
    struct Known {
        std::weak_ptr<const Mesh> mesh;
        std::vector<std::pair<V3f, V3f>> edges;
    };
    static std::unordered_map<const Mesh*, Known> known;
    Known& k = known[mesh.get()];
    if (k.mesh.lock() != mesh) {
        std::erase_if(known, [&](const auto& e) { return e.first != mesh.get() && e.second.mesh.expired(); });
        k = {mesh, featureEdges(*mesh, radians(30), 600)};
    }
    return k.edges;
}

std::vector<QPolygonF> outline(const Building& b, const Item& item, const Pane& pane) {
    std::vector<QPolygonF> lines;
    const Selection& selection = pane.session().selection;
    if (selection.last() == item.id && !selection.parts().empty()) {
        const M44f at = transformOf(b);
        for (const int p : selection.parts())
            for (const auto& [from, to] : edgesOf(b.model->parts[static_cast<size_t>(p)].mesh))
                if (lines.size() < 8000) pane.addSeen({from * at, to * at}, lines);
        return lines;
    }
    for (const Polygon& o : outlinesOf(b)) {
        std::vector<V3f> foot;
        for (size_t i = 0; i <= o.size(); ++i) {
            const V2f& p = o[i % o.size()];
            foot.emplace_back(p.x, p.y, std::max(b.position.z, pane.groundAt(p)) + 0.03f);
        }
        pane.addSeen(foot, lines);
    }
    return lines;
}

void drawPlan(const Building& b, QPainter& painter, const PlanPane& pane) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(Theme::now().ink, 1));
    for (const Polygon& o : outlinesOf(b)) {
        if (!bounds(o).intersects(pane.inView())) continue;
        QPolygonF line;
        for (const V2f& p : o) line << pane.screen(p);
        painter.drawPolygon(line);
    }
    // Of the one that is selected, how it stands: floating, touching, buried.
    const Session& session = pane.session();
    const auto built = session.document.built();
    if (!built || bodyOf<Building>(session.selection.item()) != &b || !session.selection.parts().empty()) return;
    const Contact c = contactOf(outlinesOf(b), footHeight(b), built->land.field, 0.25f);
    for (size_t i = 1; i < c.samples.size(); ++i) {
        const ContactSample &from = c.samples[i - 1], &to = c.samples[i];
        if ((to.at - from.at).length() > 0.5f) continue; // from one outline to the next
        painter.setPen(QPen(GapPlot::colourOf(to.gap), 4));
        painter.drawLine(pane.screen(from.at), pane.screen(to.at));
    }
}

} // namespace

template <> const ItemKind<Building>& itemKindOf<Building>() {
    static const ItemKind<Building> kind{
        .name = Text("building"),
        .verb = Verb::Seat,
        .icon = "verb-seat",
        .detail = [](const Building& b, const Item&,
                     Session&) { return tr("%n part(s)", nullptr, static_cast<int>(b.model->parts.size())); },
        .rows = rows,
        .rowsState =
            [](const Building& b, Session& s) {
                QString parts = QString(" steps %1 parts").arg(b.steps.size());
                for (const int p : s.selection.parts()) parts += QString(" %1").arg(p);
                return materialRowsState(b, s.selection.material()) + parts;
            },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = drawPlan,
        .drawGround = kNothing,
        .space = [](const Building& b,
                    const HeightField*) { return Imath::transform(bounds(*b.model), transformOf(b)); },
        .takesMaterials = true,
        .addTools = kNothing,
    };
    return kind;
}

} // namespace thallos
