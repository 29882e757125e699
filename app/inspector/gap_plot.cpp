#include "app/inspector/gap_plot.h"

#include <algorithm>
#include <cmath>

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>

#include "app/widgets/theme.h"
#include "app/words/numbers.h"

namespace thallos {

GapPlot::GapPlot(QWidget* parent) : QWidget(parent) {
    setObjectName("gapPlot");
    setFixedHeight(84);
    setAccessibleName(tr("Gap under the building"));
}

void GapPlot::show(const Contact& contact) {
    contact_ = contact;
    setAccessibleDescription(tr("Floats up to %1, buried up to %2")
                                 .arg(lengthText(static_cast<double>(std::max(contact.highest, 0.0f))),
                                      lengthText(static_cast<double>(std::max(-contact.lowest, 0.0f)))));
    update();
}

QColor GapPlot::colourOf(float gap) {
    const Theme& t = Theme::now();
    return gap > kContact ? t.ochre : gap < -kContact ? t.water : t.accent;
}

QRectF GapPlot::plot() const {
    return QRectF(rect()).adjusted(12, 6, -12, -16);
}

void GapPlot::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = Theme::now();
    const QRectF r = plot();
    p.setPen(QPen(t.line, 1));
    p.setBrush(t.field);
    p.drawRect(r);
    if (contact_.samples.empty() || contact_.length <= 0) return;
    const float reach = std::max({contact_.highest, -contact_.lowest, 0.05f}) * 1.1f;
    const auto y = [&](float gap) { return r.center().y() - r.height() / 2 * static_cast<double>(gap / reach); };
    // A column a pixel: the largest gap within it.
    const int n = std::max(1, static_cast<int>(r.width()));
    std::vector<float> most(static_cast<size_t>(n), 0);
    for (const ContactSample& s : contact_.samples) {
        const auto i =
            std::min(static_cast<size_t>(s.along / contact_.length * static_cast<float>(n)), most.size() - 1);
        if (std::abs(s.gap) > std::abs(most[i])) most[i] = s.gap;
    }
    for (int i = 0; i < n; ++i) {
        p.setPen(QPen(colourOf(most[static_cast<size_t>(i)]), 1));
        p.drawLine(QPointF(r.left() + i + 0.5, y(0)), QPointF(r.left() + i + 0.5, y(most[static_cast<size_t>(i)])));
    }
    p.setPen(QPen(t.ink, 1));
    p.drawLine(QPointF(r.left(), y(0)), QPointF(r.right(), y(0)));
    p.setFont(typeface(Type::Tiny));
    p.setPen(t.second);
    const QRectF foot(r.left(), r.bottom() + 2, r.width(), 13);
    p.drawText(foot, Qt::AlignLeft | Qt::AlignVCenter, tr("± %1").arg(lengthText(static_cast<double>(reach))));
    p.drawText(foot, Qt::AlignRight | Qt::AlignVCenter,
               tr("%1 round").arg(lengthText(static_cast<double>(contact_.length), 1)));
}

bool GapPlot::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip || contact_.samples.empty()) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const QRectF r = plot();
    const double share = std::clamp((help->pos().x() - r.left()) / r.width(), 0.0, 1.0);
    const auto& all = contact_.samples;
    const auto at = std::lower_bound(all.begin(), all.end(), static_cast<float>(share) * contact_.length,
                                     [](const ContactSample& s, float along) { return s.along < along; });
    const ContactSample& s = at == all.end() ? all.back() : *at;
    const QString where = lengthText(static_cast<double>(s.along), 1);
    const double gap = static_cast<double>(s.gap);
    QToolTip::showText(help->globalPos(), s.gap > kContact    ? tr("At %1: floats by %2").arg(where, lengthText(gap))
                                          : s.gap < -kContact ? tr("At %1: buried by %2").arg(where, lengthText(-gap))
                                                              : tr("At %1: touches the ground").arg(where));
    return true;
}

} // namespace thallos
