// Covers of the ground, in the window.
#include "app/inspector/rows.h"
#include "app/kinds/surfaces.h"
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

void rows(const Cover& c, const Item& item, Rows& rows) {
    rows.heading(QString::fromStdString(item.name), tr("cover"));
    surfaceRow(rows, {"coverSurface", tr("Material")}, kCoverMaterials, tr("What the cover is made of, in true size"),
               &Cover::surface);
    rows.bodyEither<Cover>({"coverBare", tr("Plants")}, {tr("Grow through it"), tr("Keep off it")},
                           tr("Whether plants stand where it lies"), &Cover::bare);
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
}

} // namespace

template <> const ItemKind<Cover>& itemKindOf<Cover>() {
    static const ItemKind<Cover> kind{
        .name = Text("cover"),
        .verb = Verb::Shape,
        .icon = "leaf-shape-gravel",
        .detail = [](const Cover& c, const Item&, Session&) { return c.rule ? tr("by a rule") : QString(); },
        .rows = rows,
        .rowsState =
            [](const Cover& c, Session&) {
                return QString("%1 %2").arg(c.rule.has_value()).arg(c.rule && c.rule->sector < kPi);
            },
        .outline = kNothing,
        .drawOver = kNothing,
        .drawPlan = kNothing,
        .drawGround = kNothing,
        .space = kNothing,
        .takesMaterials = false,
        .addTools = kNothing,
    };
    return kind;
}

} // namespace thallos
