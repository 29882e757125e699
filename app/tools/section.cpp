// A section through the ground: a line in plan and the plot of what lies along it.
#include <cmath>

#include <QKeyEvent>

#include "app/panes/drawing.h"
#include "app/tools/makers.h"
#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/project/section.h"

namespace thallos {

namespace {

constexpr double kPlotHeight = 150, kMargin = 12, kAbove = 44; // pixels; over the pane's lower edge

// Where heights and lengths of a section lie in its plot.
struct Plot {
    QRectF area;
    double left = 0, low = 0, across = 1, up = 1; // pixels a metre
    QPointF at(float along, float height) const {
        return {left + across * static_cast<double>(along), area.bottom() - up * (static_cast<double>(height) - low)};
    }
};

Plot plotOf(const Section& section, const QRectF& area) {
    Plot plot{area};
    const V2f range = section.range();
    const double length = std::max(section.ground.back().along, 0.1f), rise = std::max(range.y - range.x, 0.1f);
    plot.left = area.left();
    plot.across = area.width() / length;
    // Heights in true proportion, or as many times larger as there is room, in round numbers.
    const double room = area.height() / (rise * 1.12);
    plot.up = plot.across;
    for (const double times : {2.0, 5.0, 10.0, 20.0, 50.0})
        if (plot.across * times <= room) plot.up = plot.across * times;
    plot.up = std::min(plot.up, room);
    plot.low = range.x - 0.06 * area.height() / plot.up;
    return plot;
}

class SectionTool : public Tool {
public:
    explicit SectionTool(Session& s) : session_(s) {}

    bool press(Pane& pane, const PanePoint& point) override {
        if (!onGround(session_, point)) return true;
        const V2f p = xy(*point.ground);
        if (points_.size() >= 2 && !(point.modifiers & Qt::ShiftModifier)) points_.clear();
        points_.push_back(p);
        pane.update();
        return true;
    }
    void move(Pane& pane, const PanePoint& point) override { hover(pane, point); }
    void release(Pane& pane, const PanePoint& point) override {
        // A drag draws as two clicks do.
        if (points_.size() == 1 && point.ground &&
            (xy(*point.ground) - points_.front()).length() > 4 * pane.metresPerPixel(*point.ground))
            points_.push_back(xy(*point.ground));
    }
    void hover(Pane&, const PanePoint& point) override {
        at_ = point;
        next_ = point.ground ? std::optional(xy(*point.ground)) : std::nullopt;
    }
    void leave() override {
        at_.reset();
        next_.reset();
    }
    bool wants(const Pane&, const QKeyEvent& event) const override {
        return !points_.empty() && (event.key() == Qt::Key_Backspace || event.key() == Qt::Key_Escape);
    }
    bool key(Pane&, QKeyEvent* event) override {
        if (points_.empty()) return false;
        if (event->key() == Qt::Key_Backspace)
            points_.pop_back();
        else if (event->key() == Qt::Key_Escape)
            points_.clear();
        else
            return false;
        return true;
    }
    void cancel() override { points_.clear(); }
    QString hint() const override {
        if (points_.empty()) return tr("Click where the section begins");
        if (points_.size() == 1) return tr("Click where it ends · Esc cancels");
        return tr("Move along the line to read it · click a new one · Shift adds a bend · Esc removes it");
    }

    void draw(QPainter& painter, const Pane& pane) const override {
        std::vector<V2f> line = points_;
        if (line.size() == 1 && next_) line.push_back(*next_);
        if (line.size() < 2) return;
        for (const QPolygonF& piece : pane.groundLine(line, false))
            haloLine(painter, piece, Theme::now().clay, 1.6, Qt::DashLine);
        const auto site = session_.document.built();
        if (!site || pane.compact()) return;
        float length = 0;
        for (size_t i = 0; i + 1 < line.size(); ++i) length += (line[i + 1] - line[i]).length();
        if (length < 0.05f) return;
        if (site_ != site || line != line_) { // as long as neither is another it is the same section
            section_ = sectionOf(*site, line, length / 400);
            site_ = site;
            line_ = line;
        }
        const QRectF panel(kMargin, pane.height() - kAbove - kPlotHeight, pane.width() - 2 * kMargin, kPlotHeight);
        drawPlot(painter, pane, panel);
    }

private:
    void drawPlot(QPainter& painter, const Pane& pane, const QRectF& panel) const {
        const Theme& t = Theme::now();
        painter.setPen(QPen(t.line, 1));
        painter.setBrush(t.field);
        painter.drawRoundedRect(panel.adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
        const Plot plot = plotOf(section_, panel.adjusted(46, 26, -12, -20));
        painter.save();
        painter.setClipRect(panel);
        painter.setFont(typeface(Type::Small));
        drawScales(painter, plot);
        for (const SectionSpan& w : section_.waters) {
            painter.setPen(QPen(t.blue, 1.6));
            painter.drawLine(plot.at(w.from, w.high), plot.at(w.to, w.high));
        }
        for (const SectionSpan& b : section_.buildings) {
            painter.setPen(QPen(t.building, 1));
            QColor fill = t.building;
            fill.setAlpha(70);
            painter.setBrush(fill);
            painter.drawRect(QRectF(plot.at(b.from, b.high), plot.at(b.to, b.low)));
        }
        QPolygonF now, bare;
        for (const SectionPoint& p : section_.ground) {
            now << plot.at(p.along, p.now);
            bare << plot.at(p.along, p.bare);
        }
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(t.second, 1, Qt::DashLine));
        painter.drawPolyline(bare);
        painter.setPen(QPen(t.ink, 1.8));
        painter.drawPolyline(now);
        const double times = plot.up / plot.across;
        QString title = tr("Section · %1 long").arg(lengthText(section_.ground.back().along));
        if (std::abs(times - 1) > 0.01) title += " · " + tr("heights × %1").arg(decimalText(times, times < 10 ? 1 : 0));
        painter.setPen(t.ink);
        painter.setFont(typeface(Type::Medium));
        painter.drawText(QPointF(panel.left() + 10, panel.top() + 17), title);
        drawReading(painter, pane, plot, panel);
        painter.restore();
    }

    // Round heights at the left, round lengths below.
    static void drawScales(QPainter& painter, const Plot& plot) {
        const Theme& t = Theme::now();
        const auto stepFor = [](double pixels, double least) {
            double step = 0.1;
            for (const double s : {0.2, 0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0, 500.0})
                if (step * pixels < least) step = s;
            return step;
        };
        const double tall = stepFor(plot.up, 22), wide = stepFor(plot.across, 60);
        const double high = plot.low + plot.area.height() / plot.up;
        for (double z = std::ceil(plot.low / tall) * tall; z <= high; z += tall) {
            const double y = plot.area.bottom() - plot.up * (z - plot.low);
            painter.setPen(QPen(t.rowLine, 1));
            painter.drawLine(QPointF(plot.area.left(), y), QPointF(plot.area.right(), y));
            painter.setPen(t.second);
            painter.drawText(QRectF(plot.area.left() - 44, y - 8, 40, 16), Qt::AlignRight | Qt::AlignVCenter,
                             decimalText(z, tall < 1 ? 1 : 0));
        }
        const double length = plot.area.width() / plot.across;
        for (double s = 0; s <= length; s += wide) {
            const double x = plot.area.left() + plot.across * s;
            painter.setPen(QPen(t.rowLine, 1));
            painter.drawLine(QPointF(x, plot.area.top()), QPointF(x, plot.area.bottom()));
            painter.setPen(t.second);
            painter.drawText(QRectF(x - 30, plot.area.bottom() + 2, 60, 16), Qt::AlignHCenter | Qt::AlignTop,
                             decimalText(s, wide < 1 ? 1 : 0));
        }
    }

    // The place of the line that is nearest to the pointer, or that the pointer is over in the plot.
    void drawReading(QPainter& painter, const Pane& pane, const Plot& plot, const QRectF& panel) const {
        if (!at_ || points_.size() < 2) return;
        const SectionPoint* nearest = nullptr;
        double least = 1e30;
        const bool inPlot = panel.contains(at_->at);
        for (const SectionPoint& p : section_.ground) {
            const auto s = pane.toScreen({p.at.x, p.at.y, p.now});
            const double d = inPlot ? std::abs(plot.at(p.along, p.now).x() - at_->at.x())
                             : s    ? std::hypot(s->x() - at_->at.x(), s->y() - at_->at.y())
                                    : 1e30;
            if (d >= least) continue;
            least = d;
            nearest = &p;
        }
        if (!nearest || (!inPlot && least > 40)) return;
        const size_t i = static_cast<size_t>(nearest - section_.ground.data());
        const SectionPoint &a = section_.ground[i > 0 ? i - 1 : i],
                           &b = section_.ground[std::min(i + 1, section_.ground.size() - 1)];
        const double slope = b.along > a.along ? static_cast<double>((b.now - a.now) / (b.along - a.along)) : 0;
        QStringList text{tr("at %1").arg(lengthText(nearest->along)), tr("height %1").arg(lengthText(nearest->now)),
                         tr("slope %1 %").arg(decimalText(100 * slope, 1))};
        if (const float moved = nearest->now - nearest->bare; std::abs(moved) >= 0.005f)
            text << (moved > 0 ? tr("filled by %1") : tr("cut by %1")).arg(lengthText(std::abs(moved)));
        const Theme& t = Theme::now();
        const QPointF at = plot.at(nearest->along, nearest->now);
        painter.setPen(QPen(t.clay, 1));
        painter.drawLine(QPointF(at.x(), plot.area.top()), QPointF(at.x(), plot.area.bottom()));
        drawHandle(painter, at, true);
        painter.setFont(typeface(Type::Small));
        painter.setPen(t.ink);
        painter.drawText(panel.adjusted(10, 4, -12, 0), Qt::AlignRight | Qt::AlignTop, text.join(" · "));
        painter.setClipping(false);
        if (const auto s = pane.toScreen({nearest->at.x, nearest->at.y, nearest->now})) drawHandle(painter, *s, true);
    }

    Session& session_;
    std::vector<V2f> points_;
    std::optional<V2f> next_;
    mutable std::shared_ptr<const BuiltSite> site_; // of which, along which
    mutable std::vector<V2f> line_;                 // the section is
    mutable Section section_;
};

} // namespace

std::unique_ptr<Tool> makeSectionTool(Session& session) {
    return std::make_unique<SectionTool>(session);
}

} // namespace thallos
