#include "app/shell/day_band.h"

#include <cmath>

#include <QDate>
#include <QKeyEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "core/material/surface.h"

namespace thallos {

namespace {

constexpr int kSteps = 96;

// Colour of the sky to the side of the sun, exposed as a drawing: night stays dark, day does not burn out.
QColor skyColor(const Atmosphere& air, float elevation, const V3f& toSun) {
    // Between the side and the sun's own quarter, low: where dawn and dusk show their colours.
    const V3f level(toSun.x, toSun.y, 0), across(-toSun.y, toSun.x, 0);
    const float low = 1 - smoothstep(0.05f, 0.35f, toSun.z);
    const V3f view =
        (across.normalized() * (1 - 0.75f * low) + level.normalized() * (0.75f * low)).normalized() * 0.96f +
        V3f(0, 0, lerp(0.5f, 0.12f, low));
    const Rgb c = toAcescg(air.march(elevation, view.normalized(), toSun, {1e9f}, 20).front().radiance);
    const float l = luminance(c);
    const float shown = 0.030f + 0.52f * l / (l + 900) + 0.1f * std::sqrt(l / (l + 60));
    Rgb s = l > 1e-4f ? lerp(Rgb(shown), c * (shown / l), 0.45f) : Rgb(0.03f, 0.035f, 0.05f);
    const float night = 1 - clamp01(l / 3);
    s = lerp(s, Rgb(0.040f, 0.050f, 0.085f), 0.85f * night);
    const V3f d = toSrgb({std::max(s.x, 0.0f), std::max(s.y, 0.0f), std::max(s.z, 0.0f)});
    return QColor::fromRgbF(d.x, d.y, d.z);
}

} // namespace

DayBand::DayBand(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName("dayBand");
    setFixedHeight(52);
    setFocusPolicy(Qt::TabFocus);
    setAccessibleName(tr("Time of day"));
    setToolTip(tr("Time of day; drag to change the light"));
    connect(&session_.document, &Document::changed, this, [this] { refresh(); });
    connect(&session_.view, &View::shotChanged, this, [this] { refresh(); });
    refresh();
}

QRectF DayBand::strip() const {
    return {93, 4, width() - 93.0 - 215, 28};
}

void DayBand::refresh() {
    const Shot shot = session_.view.shot();
    CivilTime day = shot.daylight.time;
    day.hour = 0;
    const Place& place = session_.document.project().site->place;
    if (colors_.empty() || !(place == of_.place) || !(day == of_.day) || shot.daylight.visibility != of_.visibility) {
        static std::shared_ptr<Atmosphere> air; // one clear air for the drawing
        if (!air) air = std::make_shared<Atmosphere>(40000.0f);
        colors_.clear();
        altitudes_.clear();
        for (int i = 0; i <= kSteps; ++i) {
            CivilTime t = day;
            t.hour = 24.0 * i / kSteps;
            const SunPosition sun = sunPosition(place, t);
            altitudes_.push_back(static_cast<float>(sun.altitude));
            colors_.push_back(skyColor(*air, static_cast<float>(place.elevation), sunDirection(sun)));
        }
        day_ = sunDay(place, day);
        of_ = {place, day, shot.daylight.visibility};
    }
    update();
}

double DayBand::heightOf(double altitude) const {
    const QRectF s = strip();
    return s.bottom() - 5 - std::clamp(altitude, -12.0, 80.0) / 80 * (s.height() - 8);
}

void DayBand::drawDay(QPainter& p) {
    const Theme& t = Theme::now();
    const QRectF s = strip();
    QLinearGradient sky(s.topLeft(), s.topRight());
    for (int i = 0; i <= kSteps; ++i) sky.setColorAt(static_cast<double>(i) / kSteps, colors_[i]);
    p.fillRect(s, sky);
    QPainterPath curve;
    for (int i = 0; i <= kSteps; ++i) {
        const QPointF q(s.left() + s.width() * i / kSteps, heightOf(altitudes_[i]));
        i ? curve.lineTo(q) : curve.moveTo(q);
    }
    p.save();
    p.setClipRect(s);
    p.setPen(QPen(QColor(255, 255, 255, 150), 1, Qt::DashLine));
    p.drawLine(QPointF(s.left(), heightOf(0)), QPointF(s.right(), heightOf(0)));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(255, 255, 255, 190), 2.6));
    p.drawPath(curve);
    p.setPen(QPen(QColor(31, 38, 34, 200), 1.2));
    p.drawPath(curve);
    p.restore();
    p.setPen(QPen(t.line, 1));
    p.setBrush(Qt::NoBrush);
    p.drawRect(s);
}

void DayBand::drawHours(QPainter& p) {
    const Theme& t = Theme::now();
    const QRectF s = strip();
    p.setFont(typeface(Type::Small));
    for (int h = 0; h <= 24; h += 2) {
        const double x = s.left() + s.width() * h / 24;
        p.setPen(QPen(t.buttonLine, 1));
        p.drawLine(QPointF(x, s.bottom() + 1), QPointF(x, s.bottom() + (h % 6 ? 3 : 5)));
        if (h % 6) continue;
        p.setPen(t.second);
        p.drawText(QRectF(x - 20, s.bottom() + 4, 40, 14), Qt::AlignCenter, QString("%1").arg(h, 2, 10, QChar('0')));
    }
    p.setPen(QPen(t.ochre, 2));
    for (const auto& h : {day_.sunrise, day_.sunset})
        if (h)
            p.drawLine(QPointF(s.left() + s.width() * *h / 24, s.bottom() + 1),
                       QPointF(s.left() + s.width() * *h / 24, s.bottom() + 6));
}

void DayBand::drawNow(QPainter& p, double hour, double altitude) {
    const Theme& t = Theme::now();
    const QRectF s = strip();
    const double x = s.left() + s.width() * hour / 24;
    p.setPen(QPen(t.ink, 1.4));
    p.drawLine(QPointF(x, s.top() - 1), QPointF(x, s.bottom() + 4));
    p.setPen(QPen(t.field, 1.5));
    p.setBrush(t.ochre);
    p.drawEllipse(QPointF(x, heightOf(altitude)), 5.5, 5.5);
    p.setPen(Qt::NoPen);
    p.setBrush(t.ink);
    const QRectF chip(x - 20, s.bottom() + 3, 40, 15);
    p.drawRoundedRect(chip, 3, 3);
    p.setPen(t.chrome);
    p.setFont(typeface(Type::Small));
    p.drawText(chip, Qt::AlignCenter, clockText(hour));
}

void DayBand::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = Theme::now();
    p.fillRect(rect(), t.panel);
    p.setPen(t.line);
    p.drawLine(0, 0, width(), 0);
    p.drawLine(0, height() - 1, width(), height() - 1);
    const Shot shot = session_.view.shot();
    const CivilTime& now = shot.daylight.time;
    const Place& place = session_.document.project().site->place;
    p.setFont(typeface(Type::Heading));
    p.setPen(t.ink);
    p.drawText(QRectF(12, 4, 84, 22), Qt::AlignVCenter,
               QLocale().toString(QDate(now.year, now.month, now.day), "d MMM"));
    p.setFont(typeface(Type::Body));
    p.setPen(t.second);
    p.drawText(QRectF(12, 25, 84, 20), Qt::AlignVCenter,
               tr("%1° %2").arg(decimalText(std::abs(place.latitude), 1)).arg(place.latitude >= 0 ? tr("N") : tr("S")));

    drawDay(p);
    drawHours(p);
    const SunPosition sun = sunPosition(place, now);
    drawNow(p, now.hour, sun.altitude);

    p.setFont(typeface(Type::Medium));
    p.setPen(t.ink);
    p.drawText(QRectF(0, 4, width() - 12, 22), Qt::AlignVCenter | Qt::AlignRight,
               tr("sun altitude %1°, azimuth %2°").arg(decimalText(sun.altitude, 1)).arg(decimalText(sun.azimuth, 0)));
    p.setFont(typeface(Type::Body));
    p.setPen(t.second);
    p.drawText(QRectF(0, 25, width() - 12, 20), Qt::AlignVCenter | Qt::AlignRight,
               day_.sunrise && day_.sunset
                   ? tr("sunrise %1, sunset %2").arg(clockText(*day_.sunrise), clockText(*day_.sunset))
                   : tr("no sunrise or sunset"));
    if (hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(t.accent, 2));
        p.drawRect(strip().adjusted(-3, -2, 3, 2));
    }
}

void DayBand::set(double hour, bool dragging) {
    hour = std::clamp(std::round(hour * 60) / 60, 0.0, 24.0);
    session_.document.editItem(
        tr("Time of day"), session_.view.shotId(), [&](Item& i) { std::get<Shot>(i.body).daylight.time.hour = hour; },
        "day band", dragging ? BuildMode::Moving : BuildMode::Rest);
}

void DayBand::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || !strip().adjusted(-8, -4, 8, 20).contains(event->position())) return;
    dragging_ = true;
    set((event->position().x() - strip().left()) / strip().width() * 24, true);
}
void DayBand::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_) set((event->position().x() - strip().left()) / strip().width() * 24, true);
}
void DayBand::mouseReleaseEvent(QMouseEvent*) {
    if (!dragging_) return;
    dragging_ = false;
    session_.document.endEdit();
}
void DayBand::keyPressEvent(QKeyEvent* event) {
    const double step = event->modifiers() & Qt::ShiftModifier     ? 1
                        : event->modifiers() & Qt::ControlModifier ? 1.0 / 60
                                                                   : 10.0 / 60;
    const double hour = session_.view.shot().daylight.time.hour;
    if (event->key() == Qt::Key_Right)
        set(hour + step, false);
    else if (event->key() == Qt::Key_Left)
        set(hour - step, false);
    else
        QWidget::keyPressEvent(event);
}

} // namespace thallos
