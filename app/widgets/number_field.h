// A field for one value with its unit: takes sums, other units and either decimal mark; steps by arrows and wheel.
#pragma once

#include <functional>

#include <QLineEdit>
#include <QWidget>

#include "core/base/quantity.h"

class QLabel;

namespace thallos {

struct ValueRange {
    double low = 0, high = 1;
    bool logarithmic = false; // of the slider
    Dimension dimension = Dimension::Plain;
    QString unit; // shown behind the value; empty: none
    int decimals = 2;
    double normal = 0; // what a reset goes back to

    static ValueRange length(double low, double high, double normal, bool logarithmic = false, int decimals = 2) {
        return {low, high, logarithmic, Dimension::Length, "m", decimals, normal};
    }
    static ValueRange percent(double low, double high, double normal) {
        return {low, high, false, Dimension::Percent, "%", 0, normal};
    }
};

// A slider with its field, as one row of the inspector.
class ValueRow : public QWidget {
    Q_OBJECT
public:
    ValueRow(const QString& label, const ValueRange& range, const QString& tip, QWidget* parent = nullptr);
    void setValue(double value); // silent
    void setMixed(bool mixed);   // several values: none is shown until one is set
    double value() const { return value_; }
    QLineEdit* field() const { return field_; }
    bool sliding() const { return sliding_; }

signals:
    void changed(double value, bool dragging); // by hand
    void settled();                            // the drag is over

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    bool eventFilter(QObject* object, QEvent* event) override;

private:
    QRectF sliderRect() const { return {104.0, 4, static_cast<double>(width()) - 104 - 104, 20}; }
    double toShare(double v) const;
    double fromShare(double s) const;
    void show();
    void slide(double x);
    void typed();
    void step(double by);
    void reset();
    double unit() const; // of what is shown, in that of the value
    QString textOf(double value) const;
    QString label_;
    ValueRange range_;
    QLineEdit* field_;
    QLabel* reason_;
    double value_ = 0;
    bool sliding_ = false, mixed_ = false;
};

} // namespace thallos
