// Covers of the ground, in the window.
#include <cmath>

#include "app/inspector/rows.h"
#include "app/kinds/surfaces.h"
#include "app/panes/pane.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "app/work/kind.h"

namespace thallos {

namespace {

// One bound of a rule, there while the cover has a rule.
struct Bound {
    V2f CoverRule::*range;
    int end;         // 0: from, 1: to
    double unit = 1; // radians to degrees and the like: what is shown for one
};

void bound(Rows& rows, const Label& label, const ValueRange& range, const QString& tip, const Bound& of) {
    rows.itemValue(
        label, range, tip,
        [of, range](const Item& i) -> std::optional<double> {
            const auto* c = std::get_if<Cover>(&i.body);
            if (!c || !c->rule) return std::nullopt;
            return std::clamp(static_cast<double>(((*c->rule).*of.range)[of.end]) * of.unit, range.low, range.high);
        },
        [of, range](Item& i, double v) {
            auto& rule = *std::get<Cover>(i.body).rule;
            // At its very end a bound bounds nothing.
            const V2f none = CoverRule().*of.range;
            const bool open = of.end == 0 ? v <= range.low : v >= range.high;
            (rule.*of.range)[of.end] = open ? none[of.end] : static_cast<float>(v / of.unit);
            const V2f r = rule.*of.range;
            if (r.x > r.y) (rule.*of.range)[1 - of.end] = r[of.end];
        });
}

template <class Value>
void ofRule(Rows& rows, const Label& label, const ValueRange& range, const QString& tip, Value CoverRule::*member,
            double unit = 1) {
    rows.itemValue(
        label, range, tip,
        [member, unit](const Item& i) -> std::optional<double> {
            const auto* c = std::get_if<Cover>(&i.body);
            return c && c->rule ? std::optional<double>(static_cast<double>((*c->rule).*member) * unit) : std::nullopt;
        },
        [member, unit](Item& i, double v) { (*std::get<Cover>(i.body).rule).*member = static_cast<Value>(v / unit); });
}

void ruleRows(const CoverRule& rule, Rows& rows) {
    rows.section({"coverAmount", tr("Where it lies")});
    ofRule(rows, {"coverShare", tr("Amount")}, ValueRange::percent(0, 1, 1),
           tr("Share of the ground it takes there, in patches"), &CoverRule::amount);
    ofRule(rows, {"coverPatch", tr("Patch size")}, ValueRange::length(0.3, 60, 3, true, 1),
           tr("Size of its patches where it does not take all of the ground"), &CoverRule::patch);
    const HeightField* ground = rows.session().document.ground();
    const V2f z = ground ? ground->range() : V2f(0, 10);
    const ValueRange heights = ValueRange::length(std::floor(static_cast<double>(z.x)) - 1,
                                                  std::ceil(static_cast<double>(z.y)) + 1, std::nullopt);
    bound(rows, {"coverHeightFrom", tr("Height from")}, heights, tr("Lies only above this height"),
          {&CoverRule::height, 0});
    bound(rows, {"coverHeightTo", tr("Height to")}, heights, tr("Lies only below this height"),
          {&CoverRule::height, 1});
    const ValueRange slopes{0, 90, false, Dimension::Angle, "°", 0, std::nullopt};
    bound(rows, {"coverSlopeFrom", tr("Slope from")}, slopes, tr("Lies only on ground at least this steep"),
          {&CoverRule::slope, 0, 180 / static_cast<double>(kPi)});
    bound(rows, {"coverSlopeTo", tr("Slope to")}, slopes, tr("Lies only on ground at most this steep"),
          {&CoverRule::slope, 1, 180 / static_cast<double>(kPi)});
    bound(rows, {"coverWetFrom", tr("Wetness from")}, ValueRange::percent(0, 1, 0),
          tr("Lies only where at least this much of the rain gathers: 0 % dry ridge, 100 % wet hollow"),
          {&CoverRule::wetness, 0});
    bound(rows, {"coverWetTo", tr("Wetness to")}, ValueRange::percent(0, 1, 1),
          tr("Lies only where at most this much of the rain gathers"), {&CoverRule::wetness, 1});
    ofRule(rows, {"coverSector", tr("Facing within")}, {5, 180, false, Dimension::Angle, "°", 0, 180},
           tr("How far the slope may face away from its direction; 180° is all round"), &CoverRule::sector,
           180 / static_cast<double>(kPi));
    if (rule.sector < kPi)
        ofRule(rows, {"coverFacing", tr("Facing")}, {0, 360, false, Dimension::Angle, "°", 0, 0},
               tr("Direction that the slope falls to, clockwise from north"), &CoverRule::facing,
               180 / static_cast<double>(kPi));
    const ValueRange away = ValueRange::length(0, static_cast<double>(kFarthestAsked), std::nullopt);
    const auto distance = [&](const char* from, const char* to, const QString& fromText, const QString& toText,
                              const QString& fromTip, const QString& toTip, V2f CoverRule::*range) {
        bound(rows, {from, fromText}, away, fromTip, {range, 0});
        bound(rows, {to, toText}, away, toTip, {range, 1});
    };
    distance("coverPathFrom", "coverPathTo", tr("Min. from path"), tr("Max. from path"),
             tr("Lies only at least this far from the edge of a path"),
             tr("Lies only within this distance of the edge of a path"), &CoverRule::path);
    distance("coverWaterFrom", "coverWaterTo", tr("Min. from water"), tr("Max. from water"),
             tr("Lies only at least this far from the shore"),
             tr("Lies only within this distance of the shore, and under water"), &CoverRule::water);
    distance("coverWallsFrom", "coverWallsTo", tr("Min. from building"), tr("Max. from building"),
             tr("Lies only at least this far from a building"), tr("Lies only within this distance of a building"),
             &CoverRule::building);
}

// On the ground a few metres in front of the camera, within the site.
V2f beforeCamera(const Session& session) {
    const Camera c = session.view.camera();
    const Box2f site = session.document.project().ground->grid.box();
    const V2f p = xy(c.position) + V2f(std::sin(c.yaw), std::cos(c.yaw)) * 8;
    return {std::clamp(p.x, site.min.x, site.max.x), std::clamp(p.y, site.min.y, site.max.y)};
}

void patchValue(Rows& rows, const Label& label, const ValueRange& range, const QString& tip,
                const std::function<double(const Patch&)>& get, const std::function<void(Patch&, double)>& set) {
    rows.itemValue(
        label, range, tip,
        [get](const Item& i) -> std::optional<double> {
            const auto* c = std::get_if<Cover>(&i.body);
            return c && c->patch ? std::optional<double>(get(*c->patch)) : std::nullopt;
        },
        [set](Item& i, double v) { set(*std::get<Cover>(i.body).patch, v); });
}

// A cover of own pictures may be one picture that lies there once.
void patchRows(const Cover& c, Rows& rows) {
    rows.itemChoice(
        {"coverLies", tr("Picture")}, {tr("Repeated over the cover"), tr("Once, at one place")},
        tr("Whether your picture is a texture, or lies once on the ground: a marking, a mosaic, a photographed spot"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Cover>(&i.body);
            return x ? std::optional<int>(x->patch ? 1 : 0) : std::nullopt;
        },
        [&session = rows.session()](Item& i, int k) {
            auto& x = std::get<Cover>(i.body);
            x.patch = k == 1 ? std::optional(Patch{.at = beforeCamera(session)}) : std::nullopt;
        });
    if (!c.patch) return;
    const Box2f site = rows.session().document.project().ground->grid.box();
    for (const int axis : {0, 1})
        patchValue(
            rows, axis == 0 ? Label{"patchEast", tr("East")} : Label{"patchNorth", tr("North")},
            ValueRange::length(static_cast<double>(site.min[axis]), static_cast<double>(site.max[axis]), std::nullopt),
            tr("Position of the picture's centre, from the centre of the site"),
            [axis](const Patch& p) { return static_cast<double>(p.at[axis]); },
            [axis](Patch& p, double v) { p.at[axis] = static_cast<float>(v); });
    patchValue(
        rows, {"patchWidth", tr("Width")}, ValueRange::length(0.1, 50, 4, true).typed(0.02, 1000),
        tr("Width of the picture on the ground; its height follows"),
        [](const Patch& p) { return static_cast<double>(p.width); },
        [](Patch& p, double v) { p.width = static_cast<float>(v); });
    patchValue(
        rows, {"rotation", tr("Rotation")}, {-180, 180, false, Dimension::Angle, "°", 1, 0},
        tr("Which way the picture lies"),
        [](const Patch& p) { return std::remainder(static_cast<double>(degrees(p.turn)), 360.0); },
        [](Patch& p, double v) { p.turn = radians(static_cast<float>(v)); });
    patchValue(
        rows, {"patchSoft", tr("Soft edge")}, ValueRange::length(0, 3, 0.3).typed(0, 100),
        tr("How far the picture fades out into the ground at its edges"),
        [](const Patch& p) { return static_cast<double>(p.soft); },
        [](Patch& p, double v) { p.soft = static_cast<float>(v); });
}

std::vector<QPolygonF> outline(const Cover& c, const Item&, const Pane& pane) {
    if (!c.patch) return {};
    const V2f half = sizeOf(*c.patch, c.surface) * 0.5f;
    return pane.groundLine(moved({-half, {half.x, -half.y}, half, {-half.x, half.y}}, c.patch->turn, c.patch->at),
                           true);
}

void rows(const Cover& c, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("cover"));
    if (c.surface.maps.empty())
        surfaceRow(rows, {"coverSurface", tr("Material")}, kCoverMaterials,
                   tr("What the cover is made of, in true size"), &Cover::surface);
    else
        patchRows(c, rows);
    rows.bodyEither<Cover>({"coverBare", tr("Plants")}, {tr("Grow through it"), tr("Keep off it")},
                           tr("Whether plants stand where it lies"), &Cover::bare);
    if (c.patch) return groundMaterialRows(rows);
    rows.itemChoice(
        {"coverRule", tr("Placed")}, {tr("By hand"), tr("By rule and by hand")},
        tr("Where you paint it, or also by itself where height, slope, wetness and distances suit it; the Cover brush "
           "adds to the rule and wipes off what it lays"),
        [](const Item& i) -> std::optional<int> {
            const auto* x = std::get_if<Cover>(&i.body);
            return x ? std::optional<int>(x->rule ? 1 : 0) : std::nullopt;
        },
        [](Item& i, int k) {
            auto& x = std::get<Cover>(i.body);
            x.rule = k == 1 ? std::optional(CoverRule()) : std::nullopt;
        });
    rows.note([] { return tr("The Cover brush paints it while it is selected."); });
    if (c.rule) ruleRows(*c.rule, rows);
    groundMaterialRows(rows);
}

} // namespace

template <> const ItemKind<Cover>& itemKindOf<Cover>() {
    static const ItemKind<Cover> kind{
        .name = Text("cover"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-gravel",
        .detail =
            [](const Cover& c, const Item&, Session&) {
                return c.patch ? lengthText(static_cast<double>(c.patch->width)) : c.rule ? tr("by a rule") : QString();
            },
        .rows = rows,
        .rowsState =
            [](const Cover& c, Session&) {
                return QString("%1 %2 %3 ")
                           .arg(c.rule.has_value())
                           .arg(c.rule && c.rule->sector < kPi)
                           .arg(c.patch.has_value()) +
                       surfaceRowsState(c.surface);
            },
        .outline = outline,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space =
            [](const Cover& c, const HeightField* ground) {
                return c.patch ? standing(Box2f(c.patch->at), 0.5f, ground) : Box3f();
            },
        .takesMaterials = false,
        .addTools = kNothing,
    };
    return kind;
}

} // namespace thallos
