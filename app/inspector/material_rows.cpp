// Rows for one material of the selected building: what it is made of, how it takes light, its pictures.
#include <cmath>

#include <QFileDialog>

#include "app/inspector/rows.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/importing.h"
#include "core/material/library.h"
#include "core/project/surfaces.h"

namespace thallos {

namespace {

// How light goes on.
enum class Substance { Solid, Metal, Pane, Glass, Leaf };

Substance substanceOf(const Surface& s) {
    if (s.transmission > 0.5f) return s.solid ? Substance::Glass : Substance::Pane;
    if (s.metalness > 0.5f) return Substance::Metal;
    return s.translucency > 0 ? Substance::Leaf : Substance::Solid;
}

void become(Surface& s, Substance body) {
    const bool was = substanceOf(s) == Substance::Pane || substanceOf(s) == Substance::Glass,
               glass = body == Substance::Pane || body == Substance::Glass;
    s.metalness = body == Substance::Metal ? 1 : 0;
    s.transmission = glass ? 1 : 0;
    s.solid = body == Substance::Glass;
    s.translucency = body == Substance::Leaf ? 0.4f : 0;
    s.absorption = Rgb(0);
    if (glass && !was) { // smooth and clear to begin with
        s.roughness = 0;
        s.baseColor = Rgb(0.95f);
    }
}

float greatest(const Rgb& c) {
    return std::max({c.x, c.y, c.z});
}

constexpr double kClear = 100; // metres: no tint at all

// How thick a body of glass is that lets its colour through.
double tintDepth(const Surface& s) {
    const float most = greatest(s.absorption);
    const float least = std::clamp(std::min({s.baseColor.x, s.baseColor.y, s.baseColor.z}), 1e-3f, 0.999f);
    return most > 0 ? std::min(static_cast<double>(-std::log(least) / most), kClear) : kClear;
}
void setTintDepth(Surface& s, double depth) {
    for (int k = 0; k < 3; ++k)
        s.absorption[k] =
            depth >= kClear ? 0 : -std::log(std::clamp(s.baseColor[k], 1e-3f, 0.999f)) / static_cast<float>(depth);
}

// Of a building the one that is worked on, of others their only one.
template <class Any> auto surfaceIn(Any& item, const Session& session) {
    const auto all = surfacesOf(item);
    const auto m = static_cast<size_t>(std::holds_alternative<Building>(item.body) ? session.selection.material() : 0);
    return m < all.size() ? all[m] : nullptr;
}
const Surface* surfaceOf(const Session& session) {
    const Item* item = session.selection.item();
    return item ? surfaceIn(*item, session) : nullptr;
}

// Rows for one surface: of the item that is selected, or of none any more.
struct MaterialRows {
    Rows& rows;
    Session& session;

    const Surface* surface() const { return surfaceOf(session); }
    // One step of history, or one with the last when `key` is the same and not empty.
    void edit(const QString& name, const std::function<void(Surface&)>& change, const QString& key = {},
              bool dragging = false) const {
        session.document.editItem(
            name, session.selection.last(),
            [&](Item& i) {
                if (Surface* s = surfaceIn(i, session)) change(*s);
            },
            key, dragging ? BuildMode::Moving : BuildMode::Rest);
    }
    void value(const Label& label, const ValueRange& range, const QString& tip,
               const std::function<double(const Surface&)>& get,
               const std::function<void(Surface&, double)>& set) const {
        rows.value(
            label, range, tip,
            [m = *this, get, range] { return m.surface() ? get(*m.surface()) : range.normal.value_or(0); },
            [m = *this, label, set](double v, bool dragging) {
                m.edit(
                    label.text, [&](Surface& s) { set(s, v); },
                    QString("%1 %2").arg(label.id).arg(m.session.selection.material()), dragging);
            });
    }
    void value(const Label& label, const ValueRange& range, const QString& tip, float Surface::*member) const {
        value(
            label, range, tip, [member](const Surface& s) { return s.*member; },
            [member](Surface& s, double v) { s.*member = static_cast<float>(v); });
    }
    void madeOf() const;
    void tone() const;
    void light() const;
    void coat() const;
    void mapping() const;
    void weathering() const;
    void emission() const;
    void pictures() const;
};

} // namespace

QString surfaceRowsState(const Surface& s) {
    QString maps;
    for (const Map map : kMaps) maps += s.maps.*map ? '1' : '0';
    return QString("body %1 recipe %2 maps %3 %4")
        .arg(static_cast<int>(substanceOf(s)))
        .arg(s.recipe.empty() ? 0 : 1)
        .arg(maps)
        .arg(greatest(s.emission) > 0);
}

namespace {

// From a file; the map is an index into kMaps.
void choosePicture(QWidget& parent, Session& session, int map) {
    const Surface* s = surfaceOf(session);
    if (!s) return;
    const std::string material = s->name;
    const QString file = QFileDialog::getOpenFileName(&parent, tr("Texture image"), {},
                                                      tr("Images (*.png *.jpg *.jpeg *.tif *.tiff *.exr *.webp)"),
                                                      nullptr, QFileDialog::DontUseNativeDialog);
    if (!file.isEmpty()) importPictures(session, {file.toStdString()}, session.selection.last(), material, kMaps[map]);
}

// What it is made of, and how light goes on from it.
void MaterialRows::madeOf() const {
    // What it is made of, from the library: colour and roughness come with it and can be changed after.
    QStringList recipes{tr("Plain colour")};
    for (const Recipe& r : shippedMaterials()->recipes()) recipes << libraryName(r.name);
    rows.choice(
        {"libraryMaterial", tr("From library")}, recipes,
        tr("Library material in its real size; brings its own colour and roughness"),
        [m = *this] {
            const Recipe* now = m.surface() ? shippedMaterials()->find(m.surface()->recipe) : nullptr;
            return now ? static_cast<int>(now - shippedMaterials()->recipes().data()) + 1 : 0;
        },
        [m = *this](int i) {
            m.edit(tr("Assign material"), [&](Surface& s) {
                if (i == 0)
                    s.recipe.clear();
                else
                    s = made(s, shippedMaterials()->surface(shippedMaterials()->recipes()[i - 1].name));
            });
        });
    rows.choice(
        {"surfaceType", tr("Type")},
        {tr("Opaque"), tr("Metal"), tr("Thin glass (pane)"), tr("Solid glass"), tr("Translucent (leaf, fabric)")},
        tr("How the surface treats light"),
        [m = *this] { return m.surface() ? static_cast<int>(substanceOf(*m.surface())) : 0; },
        [m = *this](int i) { m.edit(tr("Surface type"), [&](Surface& s) { become(s, static_cast<Substance>(i)); }); });
    tone();
}

void MaterialRows::tone() const {
    rows.colour(
        {"colour", tr("Colour")}, tr("Base colour; for glass its tint"),
        [m = *this] {
            const V3f c = m.surface() ? toSrgb(m.surface()->baseColor) : V3f(0);
            return QColor::fromRgbF(std::clamp(c.x, 0.0f, 1.0f), std::clamp(c.y, 0.0f, 1.0f),
                                    std::clamp(c.z, 0.0f, 1.0f));
        },
        [m = *this](const QColor& picked) {
            m.edit(tr("Colour"), [&](Surface& s) {
                const double depth = tintDepth(s);
                s.baseColor = fromSrgb(static_cast<float>(picked.redF()), static_cast<float>(picked.greenF()),
                                       static_cast<float>(picked.blueF()));
                if (s.solid) setTintDepth(s, depth);
            });
        });
}

void MaterialRows::light() const {
    const Surface& now = *surface();
    const Substance body = substanceOf(now);
    value({"roughness", tr("Roughness")}, ValueRange::percent(0, 1, 0.6),
          body == Substance::Pane || body == Substance::Glass ? tr("Clear to frosted") : tr("Mirror to matt"),
          &Surface::roughness);
    if (body == Substance::Solid || body == Substance::Leaf)
        value({"specular", tr("Specular")}, ValueRange::percent(0, 1, 1), tr("Strength of reflections; 0 for chalk"),
              &Surface::specular);
    if (body == Substance::Leaf)
        value({"translucency", tr("Translucency")}, ValueRange::percent(0, 0.9, 0.4),
              tr("Share of the light that passes through"), &Surface::translucency);
    if (body == Substance::Glass)
        value({"attenuation", tr("Attenuation")}, ValueRange::length(0.001, kClear, kClear, true, 3),
              tr("Thickness at which the glass shows its colour; thicker glass is darker, %1 is clear")
                  .arg(lengthText(kClear, 0)),
              tintDepth, setTintDepth);
}

void MaterialRows::coat() const {
    const Substance body = substanceOf(*surface());
    if (body != Substance::Solid && body != Substance::Metal) return;
    value({"clearCoat", tr("Clear coat")}, ValueRange::percent(0, 1, 0), tr("Clear layer on top"), &Surface::coat);
    value({"coatRoughness", tr("Coat roughness")}, ValueRange::percent(0, 1, 0.1),
          tr("Roughness of the clear coat: polished to satin"), &Surface::coatRoughness);
}

void MaterialRows::mapping() const {
    const Surface& now = *surface();
    if (!now.recipe.empty())
        value({"textureScale", tr("Texture scale")}, {0.05, 20, true, Dimension::Percent, "%", 0, 1},
              tr("Relative to the material's real size"), &Surface::scale);
    const Item* item = session.selection.item();
    const Cover* cover = bodyOf<Cover>(item);
    if (cover && cover->patch)
        return value({"bump", tr("Bump")}, ValueRange::percent(-4, 4, 1),
                     tr("Depth of joints and grain; negative inverts"), &Surface::relief);
    if (!now.maps.empty())
        value({"textureWidth", tr("Texture width")}, ValueRange::length(cover ? 0.05 : 0, 50, 1),
              cover ? tr("Width of one repeat of the maps")
                    : tr("Width of one repeat of the maps; 0 uses the model's UVs"),
              &Surface::textureSize);
    if (!now.maps.empty())
        rows.choice(
            {"tiling", tr("Tiling")}, {tr("Repeat"), tr("Random (no visible repeat)")},
            tr("Random is for irregular textures such as render, gravel or bark; not for bricks or boards"),
            [m = *this] { return m.surface() && m.surface()->mixed ? 1 : 0; },
            [m = *this](int i) {
                m.edit(tr("Tiling"), [&](Surface& s) {
                    s.mixed = i == 1;
                    if (s.mixed && s.textureSize <= 0) s.textureSize = 1; // by metres, not by the model's layout
                });
            });
    if (!now.recipe.empty() || !now.maps.empty()) {
        value(
            {"textureRotation", tr("Texture rotation")}, {-180, 180, false, Dimension::Angle, "°", 1, 0},
            tr("Turns boards, courses and maps on their face"),
            [](const Surface& s) { return static_cast<double>(degrees(s.turn)); },
            [](Surface& s, double v) { s.turn = radians(static_cast<float>(v)); });
        for (const int axis : {0, 1})
            value(
                axis == 0 ? Label{"textureAlong", tr("Shift along")} : Label{"textureUp", tr("Shift up")},
                ValueRange::length(-2, 2, 0).typed(-1000, 1000), tr("Moves the texture on its face, to meet an edge"),
                [axis](const Surface& s) { return static_cast<double>(s.shift[axis]); },
                [axis](Surface& s, double v) { s.shift[axis] = static_cast<float>(v); });
        value({"bump", tr("Bump")}, ValueRange::percent(-4, 4, 1), tr("Depth of joints and grain; negative inverts"),
              &Surface::relief);
    }
}

// How the years show on it, when the building has any.
void MaterialRows::weathering() const {
    if (substanceOf(*surface()) == Substance::Pane) {
        value({"wave", tr("Waviness")}, ValueRange::percent(0, 3, 1),
              tr("How unevenly the panes mirror: 0 is perfectly flat glass"), &Surface::wave);
        return;
    }
    const auto mark = [this](const Label& label, const QString& tip, float Weathering::*member) {
        value(
            label, ValueRange::percent(0, 2, 1), tip,
            [member](const Surface& s) { return static_cast<double>(s.weathering.*member); },
            [member](Surface& s, double v) { s.weathering.*member = static_cast<float>(v); });
    };
    mark({"splash", tr("Splash")}, tr("Soil that rain throws up at the foot of walls; times the building's age"),
         &Weathering::splash);
    mark({"streaks", tr("Streaks")}, tr("Dirt that runs down below sills and copings; times the building's age"),
         &Weathering::streaks);
    mark({"moss", tr("Moss")}, tr("Where it stays damp: away from the sun, low, and level; times the building's age"),
         &Weathering::moss);
    mark({"bleach", tr("Bleaching")}, tr("Wood that sun and rain turn grey; times the building's age"),
         &Weathering::bleach);
}

void MaterialRows::emission() const {
    const Surface& now = *surface();
    value(
        {"emission", tr("Emission")}, {0, 50000, false, Dimension::Plain, "cd/m²", 0, 0},
        tr("Self-luminous: a lamp shade about 3000, a bright panel 10 000"),
        [](const Surface& s) { return static_cast<double>(luminance(s.emission)); },
        [](Surface& s, double v) {
            const float was = luminance(s.emission);
            s.emission = (was > 0 ? s.emission / was : Rgb(1)) * static_cast<float>(v);
        });
    if (greatest(now.emission) > 0)
        value(
            {"lampGroup", tr("Lamp group")}, {1, 8, false, Dimension::Plain, "", 0, 1},
            tr("Its light gets a pass of its own, for re-balancing later"),
            [](const Surface& s) { return s.lampGroup + 1; },
            [](Surface& s, double v) { s.lampGroup = static_cast<int>(std::lround(v)) - 1; });
}

void MaterialRows::pictures() const {
    const Surface& now = *surface();
    const std::pair<Label, QString> kinds[] = {
        {{"colourMap", tr("Colour map")}, tr("Multiplies the colour; transparent parts are cut out")},
        {{"roughnessMap", tr("Roughness map")}, tr("Black = mirror, white = matt")},
        {{"metalnessMap", tr("Metalness map")}, tr("White = metal")},
        {{"opacityMap", tr("Opacity map")}, tr("Black = cut out")},
        {{"normalMap", tr("Normal map")}, tr("Tangent-space normals, green up")},
        {{"heightMap", tr("Height map")}, tr("White = high")}};
    QStringList missing{tr("Add a map…")};
    std::vector<int> missingMaps;
    for (int k = 0; k < static_cast<int>(std::size(kMaps)); ++k) {
        const auto picture = now.maps.*kMaps[k];
        if (!picture) {
            missing << kinds[k].first.text;
            missingMaps.push_back(k);
            continue;
        }
        rows.choice(
            kinds[k].first,
            {QString("%1 × %2").arg(picture->width).arg(picture->height), tr("Load file…"), tr("Remove")},
            kinds[k].second, [] { return 0; },
            [m = *this, k](int i) {
                if (i == 1) choosePicture(m.rows, m.session, k);
                if (i == 2) m.edit(tr("Remove map"), [&](Surface& s) { s.maps.*kMaps[k] = nullptr; });
                m.rows.refresh();
            });
    }
    if (now.maps.color && !now.maps.height && !now.maps.normal)
        rows.button({"reliefFromColour", tr("Relief from colour map")},
                    tr("Make a height map of the colour map: what is lighter stands out; Bump sets its depth"),
                    [m = *this] {
                        makeRelief(m.session, m.session.selection.last(), m.surface()->name, m.surface()->maps.color);
                    });
    if (missingMaps.empty()) return;
    rows.choice(
        {"addMap", tr("Maps")}, missing, tr("Load an image as one more map of the material"), [] { return 0; },
        [m = *this, missingMaps](int i) {
            if (i > 0) choosePicture(m.rows, m.session, missingMaps[static_cast<size_t>(i - 1)]);
            m.rows.refresh();
        });
}

} // namespace

QString materialRowsState(const Building& b, int material) {
    if (material >= static_cast<int>(b.surfaces.size())) return {};
    return QString("material %1 ").arg(material) + surfaceRowsState(b.surfaces[static_cast<size_t>(material)]);
}

void materialRows(Rows& rows) {
    Session& session = rows.session();
    const auto* b = bodyOf<Building>(session.selection.item());
    if (!b || b->surfaces.empty() || rows.isOnlyForAll()) return;
    session.selection.setMaterial(
        std::clamp(session.selection.material(), 0, static_cast<int>(b->surfaces.size()) - 1));
    QStringList names;
    for (const Surface& s : b->surfaces) names << QString::fromStdString(s.name);
    rows.section({"materialSection", tr("Material")});
    rows.choice(
        {"material", tr("Material")}, names, tr("Material slot of the model; click a part to pick its own"),
        [&session] { return session.selection.material(); }, [&session](int i) { session.selection.setMaterial(i); });
    const MaterialRows material{rows, session};
    material.madeOf();
    material.light();
    rows.section({"surfaceSection", tr("Surface detail")}, {}, true);
    material.coat();
    material.mapping();
    material.emission();
    rows.section({"weatherSection", tr("Weathering")}, {}, true);
    material.weathering();
    rows.section({"mapsSection", tr("Maps")}, {}, material.surface()->maps.empty());
    material.pictures();
}

void groundMaterialRows(Rows& rows) {
    const MaterialRows material{rows, rows.session()};
    if (!material.surface() || rows.isOnlyForAll()) return;
    const bool own = !material.surface()->maps.empty();
    rows.section({"surfaceSection", tr("Surface detail")}, {}, true);
    material.tone();
    material.light();
    material.mapping();
    rows.section({"mapsSection", tr("Maps")}, {}, !own);
    material.pictures();
}

} // namespace thallos
