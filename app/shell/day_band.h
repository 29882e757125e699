// The day as a strip in the sky's colours, with the sun's altitude; dragging it changes the light.
#pragma once

#include <QImage>
#include <QWidget>

#include "app/work/session.h"

namespace thallos {

class DayBand : public QWidget {
    Q_OBJECT
public:
    DayBand(Session& session, QWidget* parent);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF strip() const;
    double
    heightOf(double altitude) const; // y of the sun's altitude in degrees; the horizon is a little above the foot
    void drawDay(QPainter& p);       // the sky's colours and the sun's curve
    void drawHours(QPainter& p);     // the scale below, with sunrise and sunset
    void drawNow(QPainter& p, double hour, double altitude);
    void set(double hour, bool dragging);
    void refresh();
    Session& session_;
    struct {
        Place place;
        CivilTime day;
        float visibility = 0;
    } of_;
    std::vector<QColor> colors_;   // every quarter of an hour
    std::vector<float> altitudes_; // degrees
    SunDay day_;
    bool dragging_ = false;
};

} // namespace thallos
