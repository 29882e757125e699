#include "app/inspector/inspector.h"

#include <algorithm>

#include "app/words/names.h"
#include "app/words/text.h"
#include "app/work/edits.h"
#include "app/work/kind.h"
#include "core/planting/plantings.h"

namespace thallos {

Inspector::Inspector(Session& session, Engine& engine, Tools& tools, QWidget* parent)
    : QScrollArea(parent), session_(session), engine_(engine), tools_(tools) {
    setObjectName("inspector");
    setAccessibleName(tr("Properties"));
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    // Other rows come after the panes have shown what is selected: that is what the eye waits for.
    soon_.setSingleShot(true);
    connect(&soon_, &QTimer::timeout, this, [this] {
        if (shape() != shape_) rebuild();
    });
    connect(&session_.selection, &Selection::changed, this, &Inspector::refresh);
    connect(&session_.selection, &Selection::materialChanged, this, &Inspector::refresh);
    connect(&session_, &Session::toolSettingsChanged, this, &Inspector::refresh);
    connect(&session_.view, &View::verbChanged, this, &Inspector::refresh);
    connect(&session_.document, &Document::changed, this, &Inspector::refresh);
    connect(&session_.view, &View::changed, this, [this] {
        if (ofThePicture(session_.view.verb())) refresh();
    });
    connect(&session_.document, &Document::builtChanged, this, &Inspector::refresh);
    connect(&engine_, &Engine::shotReady, this, [this](const ShotPicture& p) {
        if (p.samples <= 1 && (session_.view.verb() == Verb::Frame || session_.view.verb() == Verb::Finish))
            rows_->refresh();
    });
    rebuild();
}

void Inspector::setTool(Tool* tool) {
    tool_ = tool;
    if (shape() != shape_) rebuild();
}

QString Inspector::shape() const {
    const Verb v = session_.view.verb();
    QString s = QString::number(static_cast<int>(v));
    if (ofThePicture(v))
        return s + " shot " + QString::number(session_.view.shotId().value) + (session_.view.looking() ? "*" : "") +
               (session_.document.project().site->timeZone.empty() ? " offset" : "");
    const Item* item = session_.selection.item();
    if (session_.document.built()) s += " built"; // lists of species
    if (session_.document.project().site->timeZone.empty()) s += " offset";
    s += QString(" %1 of %2").arg(item ? item->id.value : 0).arg(session_.selection.leaves().size());
    if (item && locked(*item)) s += " locked";
    if (item)
        s += " " +
             withItemKind(*item, [&](const auto& kind, const auto& body) { return kind.rowsState(body, session_); });
    if (Brush* b = tools_.brushOf(tool_))
        s += QString(" brush %1 %2 %3")
                 .arg(static_cast<int>(b->kind))
                 .arg(b->limit.has_value())
                 .arg(paints(b->kind) ? coverNames().join('|') : QString());
    return s + QString(" %1").arg(reinterpret_cast<quintptr>(tool_));
}

bool Inspector::locked(const Item& item) const {
    const std::vector<Id>& all = session_.selection.leaves();
    return fixed(session_.document.project(), item) ||
           (!all.empty() && std::all_of(all.begin(), all.end(), [this](Id id) {
               return fixed(session_.document.project(), *session_.document.item(id));
           }));
}

void Inspector::refresh() {
    if (shape() != shape_)
        soon_.start(0);
    else
        rows_->refresh();
}

void Inspector::rebuild() {
    shape_ = shape();
    // The old page may be on the call stack: a row that changed the shape.
    if (rows_) takeWidget()->deleteLater();
    rows_ = new Rows(session_);
    fill();
    rows_->close();
    setWidget(rows_);
    rows_->refresh();
}

void Inspector::fill() {
    switch (session_.view.verb()) {
    case Verb::Light:
        return lightRows(*rows_);
    case Verb::Frame:
        return frameRows(*rows_);
    case Verb::Finish:
        return finishRows(*rows_);
    default:
        fillForItems();
    }
}

void Inspector::fillForItems() {
    const Verb verb = session_.view.verb();
    const Item* item = session_.selection.item();
    if (Brush* b = tools_.brushOf(tool_); b && verb == Verb::Shape) brushRows(*b);
    if (const size_t n = session_.selection.leaves().size(); n > 1 && !bodyOf<Group>(item))
        rows_->heading(tr("%n item(s) selected", nullptr, static_cast<int>(n)), tr("shared values"));
    if (item) {
        if (locked(*item))
            rows_->note(
                [this] { return tr("Locked. Unlock it to change it (%1).").arg(session_.keyOf("items.lock")); });
        const int first = rows_->count();
        rows_->onlyForAll(session_.selection.leaves().size() > 1 && !bodyOf<Group>(item));
        withItemKind(*item, [&](const auto& kind, const auto& body) { kind.rows(body, *item, *rows_); });
        rows_->onlyForAll(false);
        if (locked(*item)) rows_->disableFrom(first);
    } else if (verb == Verb::Shape) {
        rows_->heading(tr("Ground"), {});
        reliefRows(*rows_);
    } else if (verb == Verb::Seat) {
        siteRows(*rows_);
        rows_->note([&session = session_] {
            return tr("Nothing selected. Click a building in a pane or in the list, or import one (%1): glTF, OBJ, FBX "
                      "and others.")
                .arg(session.keyOf("project.import"));
        });
    }
    if (verb == Verb::Plant && !item) plantingRows();
    if (verb == Verb::Plant && (!item || bodyOf<Specimens>(item))) speciesRows(!item);
    if (item) itemRows(*item);
}

// What every item has.
void Inspector::itemRows(const Item& item) {
    const int first = rows_->count();
    rows_->onlyForAll(session_.selection.leaves().size() > 1 && !bodyOf<Group>(&item));
    rows_->section({"notesSection", tr("Notes")}, item.presentation ? tr("presentation only") : QString(),
                   item.note.empty() && !item.presentation);
    rows_->itemChoice(
        {"purpose", tr("Belongs to")}, {tr("The design"), tr("The presentation only")},
        tr("What is there for pictures alone, such as cars and people, is kept apart from the design"),
        [](const Item& i) { return std::optional(i.presentation ? 1 : 0); },
        [](Item& i, int k) { i.presentation = k == 1; });
    rows_->itemWords(
        {"note", tr("Note")}, tr("For whoever works on it next: what may stay rough, what is still open"),
        [](const Item& i) { return std::optional(i.note); }, [](Item& i, const std::string& words) { i.note = words; });
    rows_->onlyForAll(false);
    if (locked(item)) rows_->disableFrom(first);
}

// What the next drift is.
void Inspector::plantingRows() {
    rows_->heading(tr("Drift"), tr("an area that you draw"));
    QStringList names;
    for (const Planting& p : plantings()) names << thallos::tr(p.name);
    rows_->choice(
        {"nextPlanting", tr("Planting")}, names, tr("What the next drift that you draw is planted with"),
        [this] { return tools_.planting; },
        [this](int i) {
            tools_.planting = i;
            Q_EMIT session_.toolSettingsChanged();
        });
}

void Inspector::speciesRows(bool alone) {
    if (alone) rows_->heading(tr("Specimen"), tr("one per click"));
    QStringList species, names;
    if (const auto& built = session_.document.built())
        for (const Species& s : built->library->species()) {
            species << QString::fromStdString(s.recipe.name);
            names << libraryName(s.recipe.name);
        }
    rows_->choice(
        {"species", tr("Species")}, names, tr("Species that the Specimen tool plants"),
        [this, species] { return static_cast<int>(std::max<qsizetype>(0, species.indexOf(tools_.species))); },
        [this, species](int i) {
            tools_.species = species.value(i, tools_.species);
            Q_EMIT session_.toolSettingsChanged();
        });
}

QStringList Inspector::coverNames() const {
    QStringList out;
    for (const Item* item : itemsOf<Cover>(session_.document.project())) out << QString::fromStdString(item->name);
    return out;
}

// Which cover the brush paints, and a new one of the first material that none has yet.
void Inspector::coverRow() {
    rows_->choice(
        {"brushCover", tr("Cover")}, coverNames() << tr("New cover"),
        tr("Cover that the brush paints; a new one gets its material in the rows below"),
        [this] {
            const auto all = itemsOf<Cover>(session_.document.project());
            const Id id = layerFor(session_.document.project(), BrushKind::Paint, session_.selection.last());
            const auto at = std::find_if(all.begin(), all.end(), [id](const Item* i) { return i->id == id; });
            return static_cast<int>(at - all.begin());
        },
        [this](int k) {
            const auto all = itemsOf<Cover>(session_.document.project());
            if (k < static_cast<int>(all.size())) return session_.selection.set(all[static_cast<size_t>(k)]->id);
            addCover(session_);
        });
}

void Inspector::brushRows(Brush& brush) {
    const QString names[] = {tr("Raise"),   tr("Lower"), tr("Level"),   tr("Ramp"),    tr("Smooth"),
                             tr("Roughen"), tr("Slump"), tr("Ruts"),    tr("Restore"), tr("Protect"),
                             tr("Release"), tr("Paint"), tr("Wipe off")};
    Brush* b = &brush;
    rows_->heading(names[static_cast<int>(b->kind)], tr("brush"));
    std::vector<BrushKind> kinds;
    QStringList choices;
    for (int k = 0; k < static_cast<int>(std::size(names)); ++k)
        if (const auto kind = static_cast<BrushKind>(k); paints(kind) == paints(b->kind)) {
            kinds.push_back(kind);
            choices << names[k];
        }
    BrushKind* chosen = paints(b->kind) ? &tools_.brushes.painting : &tools_.brushes.sculpting;
    rows_->choice(
        {"brushKind", tr("Brush")}, choices, tr("What the brush does to the ground"),
        [chosen, kinds] { return static_cast<int>(std::find(kinds.begin(), kinds.end(), *chosen) - kinds.begin()); },
        [this, chosen, kinds](int k) {
            *chosen = kinds[static_cast<size_t>(k)];
            Q_EMIT session_.toolSettingsChanged();
        });
    if (paints(b->kind)) coverRow();
    auto local = [this](const Label& label, const ValueRange& range, const QString& tip, float* value) {
        rows_->value(
            label, range, tip, [value] { return *value; }, [value](double v, bool) { *value = static_cast<float>(v); });
    };
    if (b->kind == BrushKind::Rut) {
        local({"rutDepth", tr("Depth per dab")}, ValueRange::length(0.005, 0.2, 0.03, true, 3),
              tr("How deep the wheels press at each passage"), &b->strength);
        local({"rutGauge", tr("Gauge")}, ValueRange::length(0.6, 2.4, 1.5),
              tr("From the middle of one rut to that of the other"), &b->gauge);
        local({"radius", tr("Width")}, ValueRange::length(0.2, 1.2, 0.35), tr("Width of a rut"), &b->radius);
        return;
    }
    local({"radius", tr("Radius")}, ValueRange::length(0.2, 100, 6, true), tr("Reach of the brush ([ and ])"),
          &b->radius);
    if (b->kind == BrushKind::Raise || b->kind == BrushKind::Lower || b->kind == BrushKind::Roughen)
        local({"dabHeight", tr("Height per dab")}, ValueRange::length(0.005, 2, 0.12, true, 3),
              tr("Height that one dab adds or removes"), &b->strength);
    else if (b->kind == BrushKind::Ramp)
        local({"strength", tr("Strength")}, ValueRange::percent(0.02, 1, 1),
              tr("How closely the ground follows the ramp"), &b->strength);
    else if (b->kind != BrushKind::Slump)
        local({"strength", tr("Strength")}, ValueRange::percent(0.02, 1, 0.5),
              tr("Share of the full effect that each dab has"), &b->strength);
    local({"falloff", tr("Falloff")}, ValueRange::percent(0, 1, 0.6),
          tr("How far the effect fades out towards the ring"), &b->falloff);
    if (b->kind == BrushKind::Level)
        rows_->value(
            {"brushLevel", tr("Level")}, ValueRange::length(-50, 50, std::nullopt).typed(-10000, 10000),
            tr("Height that the ground is brought to; Shift+click on the ground picks one"), [b] { return b->level; },
            [this, b](double v, bool) {
                b->level = static_cast<float>(v);
                tools_.brushes.levelChosen = true;
            });
    if (b->kind == BrushKind::Slump) {
        rows_->value(
            {"reposeSlope", tr("Stands at 1 :")}, {0.5, 10, true, Dimension::Ratio, "", 1, 1.4},
            tr("Run for 1 of rise at which the soil stands: dry sand 1.5, moist loam 1"),
            [b] { return 1 / static_cast<double>(b->repose); },
            [b](double v, bool) { b->repose = static_cast<float>(1 / v); });
        rows_->value(
            {"slumpPasses", tr("Passes")}, {1, 60, false, Dimension::Plain, "", 0, 10},
            tr("How long it slides at each dab"), [b] { return b->passes; },
            [b](double v, bool) { b->passes = static_cast<int>(std::lround(v)); });
    }
    if (b->kind != BrushKind::Raise && b->kind != BrushKind::Lower) return;
    rows_->choice(
        {"brushLimited", tr("Limit")}, {tr("None"), tr("To a level")},
        tr("Raise the ground only up to a level, or lower it only down to one"), [b] { return b->limit ? 1 : 0; },
        [this, b](int k) {
            const auto& site = session_.document.built();
            const float z = site ? site->land.field.at(V2f(0)) : 0;
            b->limit = k == 1 ? std::optional(z + (b->kind == BrushKind::Raise ? 1.0f : -1.0f)) : std::nullopt;
            Q_EMIT session_.toolSettingsChanged();
        });
    if (b->limit)
        rows_->value(
            {"brushLimit", tr("Level")},
            ValueRange::length(static_cast<double>(*b->limit) - 5, static_cast<double>(*b->limit) + 5, std::nullopt)
                .typed(-10000, 10000),
            tr("Level up to which, or down to which, it changes the ground"), [b] { return b->limit.value_or(0); },
            [b](double v, bool) { b->limit = static_cast<float>(v); });
}

} // namespace thallos
