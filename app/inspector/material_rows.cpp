// Rows for one material of the selected building: what it is made of, how it takes light, its pictures.
#include <cmath>

#include <QColorDialog>
#include <QFileDialog>

#include "app/inspector/rows.h"
#include "app/words/text.h"
#include "app/work/importing.h"
#include "core/material/library.h"

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

const Surface* surfaceOf(const Session& session) {
    const auto* b = bodyOf<Building>(session.selection.item());
    const int m = session.selection.material();
    return b && m < static_cast<int>(b->surfaces.size()) ? &b->surfaces[static_cast<size_t>(m)] : nullptr;
}

// Rows for one material: of the building that is selected, or of none any more.
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
                auto* b = std::get_if<Building>(&i.body);
                const auto m = static_cast<size_t>(session.selection.material());
                if (b && m < b->surfaces.size()) change(b->surfaces[m]);
            },
            key, dragging ? BuildMode::Moving : BuildMode::Rest);
    }
    void value(const QString& label, const ValueRange& range, const QString& tip,
               const std::function<double(const Surface&)>& get,
               const std::function<void(Surface&, double)>& set) const {
        rows.value(
            label, range, tip, [m = *this, get, range] { return m.surface() ? get(*m.surface()) : range.normal; },
            [m = *this, label, set](double v, bool dragging) {
                m.edit(
                    label, [&](Surface& s) { set(s, v); },
                    QString("%1 %2").arg(label).arg(m.session.selection.material()), dragging);
            });
    }
    void value(const QString& label, const ValueRange& range, const QString& tip, float Surface::*member) const {
        value(
            label, range, tip, [member](const Surface& s) { return s.*member; },
            [member](Surface& s, double v) { s.*member = static_cast<float>(v); });
    }
    void madeOf() const;
    void light() const;
    void mapping() const;
    void emission() const;
    void pictures() const;
};

} // namespace

QString materialRowsState(const Building& b, int material) {
    if (material >= static_cast<int>(b.surfaces.size())) return {};
    const Surface& s = b.surfaces[static_cast<size_t>(material)];
    QString maps;
    for (const Map map : kMaps) maps += s.maps.*map ? '1' : '0';
    return QString("material %1 body %2 recipe %3 maps %4 %5")
        .arg(material)
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
    const QString file = QFileDialog::getOpenFileName(&parent, tr("Picture"), {},
                                                      tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.exr *.webp)"),
                                                      nullptr, QFileDialog::DontUseNativeDialog);
    if (!file.isEmpty()) importPictures(session, {file.toStdString()}, session.selection.last(), material, kMaps[map]);
}

// What it is made of, and how light goes on from it.
void MaterialRows::madeOf() const {
    // What it is made of, from the library: colour and roughness come with it and can be changed after.
    QStringList recipes{tr("plain")};
    for (const Recipe& r : shippedMaterials()->recipes()) recipes << QString::fromStdString(r.name);
    rows.choice(
        tr("Made of"), recipes, tr("A material of the library in its true size; its colour and roughness come with it"),
        [m = *this] {
            const auto& all = shippedMaterials()->recipes();
            const auto it = std::find_if(all.begin(), all.end(),
                                         [&](const Recipe& r) { return m.surface() && r.name == m.surface()->recipe; });
            return it == all.end() ? 0 : static_cast<int>(it - all.begin()) + 1;
        },
        [m = *this](int i) {
            m.edit(tr("Made of"), [&](Surface& s) {
                if (i == 0)
                    s.recipe.clear();
                else
                    s = made(s, shippedMaterials()->surface(shippedMaterials()->recipes()[i - 1].name));
            });
        });
    rows.choice(
        tr("Substance"),
        {tr("matt or glossy"), tr("metal"), tr("pane of glass"), tr("body of glass"), tr("leaf or cloth")},
        tr("How light goes on: mirrored by metal, through a thin pane, bent in a body, glowing through a leaf"),
        [m = *this] { return m.surface() ? static_cast<int>(substanceOf(*m.surface())) : 0; },
        [m = *this](int i) { m.edit(tr("Substance"), [&](Surface& s) { become(s, static_cast<Substance>(i)); }); });
    rows.button(tr("Colour…"), tr("Colour of the material in daylight; of glass its tint"), [m = *this] {
        if (!m.surface()) return;
        const V3f c = toSrgb(m.surface()->baseColor);
        const QColor picked = QColorDialog::getColor(QColor::fromRgbF(c.x, c.y, c.z), &m.rows, tr("Colour"),
                                                     QColorDialog::DontUseNativeDialog);
        if (picked.isValid())
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
    value(tr("Roughness"), ValueRange::percent(0, 1, 0.6),
          body == Substance::Pane || body == Substance::Glass ? tr("From clear to frosted; frosted from 10 % on")
                                                              : tr("From a mirror to matt"),
          &Surface::roughness);
    if (body == Substance::Solid || body == Substance::Leaf)
        value(tr("Gloss"), ValueRange::percent(0, 1, 1), tr("How much it mirrors besides its colour; 0 for chalk"),
              &Surface::specular);
    if (body == Substance::Solid || body == Substance::Metal) {
        value(tr("Coat"), ValueRange::percent(0, 1, 0), tr("A clear layer over all of it"), &Surface::coat);
        value(tr("Coat roughness"), ValueRange::percent(0, 1, 0.1), tr("From polished varnish to silk"),
              &Surface::coatRoughness);
    }
    if (body == Substance::Leaf)
        value(tr("Translucency"), ValueRange::percent(0, 0.9, 0.4), tr("Share of the light that comes through"),
              &Surface::translucency);
    if (body == Substance::Glass)
        value(tr("Tint distance"), ValueRange::length(0.001, kClear, kClear, true, 3),
              tr("How thick the glass is that has the colour; thicker glass is darker, %1 m is clear").arg(kClear),
              tintDepth, setTintDepth);
}

void MaterialRows::mapping() const {
    const Surface& now = *surface();
    if (!now.recipe.empty())
        value(tr("Scale"), {0.05, 20, true, Dimension::Percent, "%", 0, 1}, tr("Of the material's true size"),
              &Surface::scale);
    if (!now.maps.empty())
        value(tr("Map size"), ValueRange::length(0, 50, 1),
              tr("Width of the pictures on the building; 0 lays them as the model's own layout says"),
              &Surface::textureSize);
    if (!now.maps.empty())
        rows.choice(
            tr("Repeat"), {tr("again and again"), tr("mixed, never the same")},
            tr("Pictures without order, such as render, gravel or bark, can be laid so that nothing is seen twice; "
               "bricks and boards can't"),
            [m = *this] { return m.surface() && m.surface()->mixed ? 1 : 0; },
            [m = *this](int i) {
                m.edit(tr("Repeat"), [&](Surface& s) {
                    s.mixed = i == 1;
                    if (s.mixed && s.textureSize <= 0) s.textureSize = 1; // by metres, not by the model's layout
                });
            });
    if (!now.recipe.empty() || !now.maps.empty()) {
        value(
            tr("Turn of grain"), {-180, 180, false, Dimension::Angle, "°", 1, 0},
            tr("Turns boards, courses and pictures on their face"),
            [](const Surface& s) { return static_cast<double>(degrees(s.turn)); },
            [](Surface& s, double v) { s.turn = radians(static_cast<float>(v)); });
        value(tr("Relief"), ValueRange::percent(-4, 4, 1), tr("How deep joints and grain are; below 0 high is low"),
              &Surface::relief);
    }
}

void MaterialRows::emission() const {
    const Surface& now = *surface();
    value(
        tr("Emission"), {0, 50000, false, Dimension::Plain, "cd/m²", 0, 0},
        tr("Light of its own: a lit lamp shade has some 3000, a bright panel 10 000"),
        [](const Surface& s) { return static_cast<double>(luminance(s.emission)); },
        [](Surface& s, double v) {
            const float was = luminance(s.emission);
            s.emission = (was > 0 ? s.emission / was : Rgb(1)) * static_cast<float>(v);
        });
    if (greatest(now.emission) > 0)
        value(
            tr("Lamp group"), {1, 8, false, Dimension::Plain, "", 0, 1},
            tr("Lamps of one group share a layer when light is told apart in the final picture"),
            [](const Surface& s) { return s.lampGroup + 1; },
            [](Surface& s, double v) { s.lampGroup = static_cast<int>(std::lround(v)) - 1; });
}

void MaterialRows::pictures() const {
    const Surface& now = *surface();
    const std::pair<QString, QString> kinds[] = {
        {tr("Colour map"), tr("Multiplies the colour; its transparent parts are cut out")},
        {tr("Roughness map"), tr("Black is a mirror, white is matt")},
        {tr("Metalness map"), tr("White is metal")},
        {tr("Opacity map"), tr("Black is cut out")},
        {tr("Normal map"), tr("Relief as directions, green upwards")},
        {tr("Height map"), tr("Relief as heights, white is high")}};
    for (int k = 0; k < static_cast<int>(std::size(kMaps)); ++k) {
        const auto picture = now.maps.*kMaps[k];
        QStringList options{picture ? QString("%1 × %2").arg(picture->width).arg(picture->height) : tr("none"),
                            tr("From a file…")};
        if (picture) options << tr("Take away");
        rows.choice(
            kinds[k].first, options, kinds[k].second, [] { return 0; },
            [m = *this, k](int i) {
                if (i == 1) choosePicture(m.rows, m.session, k);
                if (i == 2) m.edit(tr("Take a picture away"), [&](Surface& s) { s.maps.*kMaps[k] = nullptr; });
                m.rows.refresh();
            });
    }
}

} // namespace

void materialRows(Rows& rows) {
    Session& session = rows.session();
    const auto* b = bodyOf<Building>(session.selection.item());
    if (!b || b->surfaces.empty()) return;
    session.selection.setMaterial(
        std::clamp(session.selection.material(), 0, static_cast<int>(b->surfaces.size()) - 1));
    QStringList names;
    for (const Surface& s : b->surfaces) names << QString::fromStdString(s.name);
    rows.choice(
        tr("Material"), names, tr("Which material of the building to change; a click on a part shows its own"),
        [&session] { return session.selection.material(); }, [&session](int i) { session.selection.setMaterial(i); });
    const MaterialRows material{rows, session};
    material.madeOf();
    material.light();
    material.mapping();
    material.emission();
    material.pictures();
}

} // namespace thallos
