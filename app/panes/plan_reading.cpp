#include "app/panes/plan_reading.h"

#include <cmath>

#include <QPainterPath>

#include "app/panes/pane.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"

namespace thallos {

namespace {

constexpr float kLeast = 0.02f; // metres of cut or fill that are told
constexpr float kMost = 1.5f;   // that have the full colour
constexpr int kHatch = 5;       // pixels from line to line

QColor mixed(const QColor& a, const QColor& b, float t) {
    const auto part = [t](int u, int v) {
        return static_cast<int>(std::lround(lerp(static_cast<float>(u), static_cast<float>(v), t)));
    };
    return {part(a.red(), b.red()), part(a.green(), b.green()), part(a.blue(), b.blue())};
}

QColor colourOfSlope(int slopeClass) {
    const Theme& t = Theme::now();
    const QColor levels[kSlopeClassCount] = {
        mixed(t.paper, t.blue, 0.35f),  mixed(t.paper, t.accent, 0.25f), t.paper,
        mixed(t.paper, t.ochre, 0.45f), mixed(t.paper, t.clay, 0.6f),    mixed(t.ink, t.clay, 0.6f)};
    return levels[slopeClass];
}

// Whether a hatch runs over the pixel: fill rises to the right, cut falls.
bool hatched(int x, int y, bool fill) {
    const int d = fill ? x + y : x - y;
    return ((d % kHatch) + kHatch) % kHatch == 0;
}

} // namespace

QColor slopeTint(const PlanPixel& pixel) {
    return colourOfSlope(slopeClass(pixel.slope));
}

QColor earthTint(const PlanPixel& pixel, int x, int y) {
    const Theme& t = Theme::now();
    if (std::abs(pixel.moved) < kLeast) return t.paper;
    const bool fill = pixel.moved > 0;
    const QColor& full = fill ? t.blue : t.clay;
    const float share = std::sqrt(std::min(std::abs(pixel.moved) / kMost, 1.0f));
    return mixed(t.paper, full, hatched(x, y, fill) ? 0.35f + 0.65f * share : 0.15f + 0.55f * share);
}

void drawTintKey(QPainter& painter, const QPointF& topLeft, PlanTint tint) {
    if (tint == PlanTint::Covers) return;
    std::vector<std::pair<QColor, QString>> lines;
    if (tint == PlanTint::Slope) {
        const auto percent = [](float rise) { return decimalText(static_cast<double>(rise) * 100, 0); };
        for (int k = 0; k < kSlopeClassCount; ++k)
            lines.emplace_back(colourOfSlope(k),
                               k == 0 ? tr("below %1 %").arg(percent(kSlopeClasses[0]))
                               : k + 1 == kSlopeClassCount
                                   ? tr("over %1 %").arg(percent(kSlopeClasses[k - 1]))
                                   : tr("%1 to %2 %").arg(percent(kSlopeClasses[k - 1]), percent(kSlopeClasses[k])));
    } else {
        const auto colour = [](float moved) {
            PlanPixel pixel;
            pixel.moved = moved;
            return earthTint(pixel, 1, 0);
        };
        for (const float depth : {kMost, 0.5f, 0.1f})
            lines.emplace_back(colour(depth), tr("filled by %1").arg(lengthText(depth, 1)));
        for (const float depth : {0.1f, 0.5f, kMost})
            lines.emplace_back(colour(-depth), tr("cut by %1").arg(lengthText(depth, 1)));
    }
    const Theme& t = Theme::now();
    painter.setFont(typeface(Type::Small));
    const QFontMetricsF metrics(painter.font());
    double wide = 0;
    for (const auto& [colour, text] : lines) wide = std::max(wide, metrics.horizontalAdvance(text));
    const double row = 17;
    const QRectF box(topLeft, QSizeF(wide + 40, row * static_cast<double>(lines.size()) + 10));
    painter.setPen(QPen(t.line, 1));
    painter.setBrush(t.field);
    painter.drawRoundedRect(box.adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    for (size_t i = 0; i < lines.size(); ++i) {
        const QRectF swatch(topLeft + QPointF(8, 7 + row * static_cast<double>(i)), QSizeF(16, 11));
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(lines[i].first);
        painter.drawRect(swatch);
        if (tint == PlanTint::Earthwork) { // the hatch as it is in the plan
            const bool fill = i < 3;
            painter.setPen(QPen(fill ? t.blue : t.clay, 1));
            for (double x = swatch.left() + 4; x < swatch.right(); x += 6)
                painter.drawLine(QPointF(x - (fill ? 3 : -3), swatch.bottom()),
                                 QPointF(x + (fill ? 3 : -3), swatch.top()));
        }
        painter.setPen(t.ink);
        painter.drawText(QPointF(swatch.right() + 8, swatch.bottom()), lines[i].second);
    }
}

void drawSpotHeights(QPainter& painter, const PlanPane& pane, const BuiltSite& site) {
    const HeightField& field = site.land.field;
    const Box2f window = pane.inView();
    std::vector<Polygon> roofs;
    for (const Item* item : itemsOf<Building>(site.project))
        if (pane.session().view.seen(*item))
            for (Polygon& outline : outlinesOf(*bodyOf<Building>(item)))
                if (bounds(outline).intersects(window)) roofs.push_back(std::move(outline));
    std::vector<Spot> spots;
    for (const Polygon& outline : roofs) {
        if (bounds(outline).size().x * pane.pixelsPerMetre() < 40) continue;
        // The corners that lie farthest out, four of a plain house.
        for (const V2f& to : {V2f(1, 1), V2f(-1, 1), V2f(-1, -1), V2f(1, -1)}) {
            const auto corner = std::max_element(outline.begin(), outline.end(),
                                                 [&](const V2f& a, const V2f& b) { return a.dot(to) < b.dot(to); });
            const V2f beside = *corner + to * 0.1f;
            spots.push_back({beside, field.at(beside)});
        }
    }
    const auto apart = static_cast<float>(90 / pane.pixelsPerMetre());
    for (const Spot& s : spotsOf(field, window, apart, std::max(0.004f * apart, 0.05f)))
        if (std::none_of(roofs.begin(), roofs.end(),
                         [&](const Polygon& o) { return bounds(o).intersects(s.at) && contains(o, s.at); }))
            spots.push_back(s);
    const Theme& t = Theme::now();
    painter.setFont(typeface(Type::Small));
    const QFontMetricsF metrics(painter.font());
    std::vector<QRectF> taken;
    for (const Spot& s : spots) {
        const QPointF at = pane.screen(s.at);
        const QString text = decimalText(static_cast<double>(s.height), 2);
        const QRectF box(at + QPointF(5, -metrics.ascent() - 1),
                         QSizeF(metrics.horizontalAdvance(text) + 4, metrics.height()));
        if (std::any_of(taken.begin(), taken.end(), [&](const QRectF& r) { return r.intersects(box); })) continue;
        taken.push_back(box);
        painter.setPen(QPen(t.ink, 1.2));
        painter.drawLine(at - QPointF(3.5, 0), at + QPointF(3.5, 0));
        painter.drawLine(at - QPointF(0, 3.5), at + QPointF(0, 3.5));
        QColor ground = t.paper;
        ground.setAlpha(200);
        painter.fillRect(box, ground);
        painter.setPen(t.ink);
        painter.drawText(box.bottomLeft() + QPointF(2, -metrics.descent()), text);
    }
}

void drawFlow(QPainter& painter, const PlanPane& pane, const std::vector<FlowLine>& lines) {
    const Box2f window = pane.inView();
    painter.setBrush(Qt::NoBrush);
    for (const FlowLine& line : lines) {
        Box2f box;
        for (const V2f& p : line.points) box.extendBy(p);
        if (!box.intersects(window)) continue;
        // A cell's corner is no bend of the water: every place is the mean of three.
        QPolygonF drawn;
        for (size_t i = 0; i < line.points.size(); ++i) {
            const size_t a = i > 0 ? i - 1 : i, b = std::min(i + 1, line.points.size() - 1);
            drawn << pane.screen((line.points[a] + line.points[i] * 2.0f + line.points[b]) / 4.0f);
        }
        const double width = std::clamp(0.6 + 0.45 * std::log10(static_cast<double>(line.area) / 100), 0.6, 3.0);
        painter.setPen(QPen(Theme::now().blue, width, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.drawPolyline(drawn);
        if (drawn.size() < 6) continue;
        // An arrow in the middle, downhill.
        const QPointF tip = drawn[drawn.size() / 2], from = drawn[drawn.size() / 2 - 2];
        const double length = std::hypot(tip.x() - from.x(), tip.y() - from.y());
        if (length < 3) continue;
        const QPointF d = (tip - from) / length, n(-d.y(), d.x());
        painter.drawPolyline(QPolygonF({tip - d * 5 + n * 3, tip, tip - d * 5 - n * 3}));
    }
}

} // namespace thallos
