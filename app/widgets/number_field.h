// A field for one value with its unit: takes sums, other units and either decimal mark; steps by arrows and wheel.
#pragma once

#include <functional>
#include <optional>

#include <QLineEdit>
#include <QWidget>

#include "core/base/quantity.h"

class QLabel;

namespace thallos {

// What a field is called: `id` is permanent (tests and joined steps of history go by it), `text` is shown.
struct Label {
    QString id, text;
};

struct ValueRange {
    double low = 0, high = 1; // of the slider
    bool logarithmic = false; // of the slider
    Dimension dimension = Dimension::Plain;
    QString unit; // shown behind the value; empty: none
    int decimals = 2;
    std::optional<double> normal; // the default, which a reset goes back to; none: there is no reset
    // What may be typed, where that is more than the slider reaches.
    std::optional<double> least = {}, most = {};

    double bottom() const { return least.value_or(low); }
    double top() const { return most.value_or(high); }
    ValueRange typed(double from, double to) const {
        ValueRange r = *this;
        r.least = from;
        r.most = to;
        return r;
    }
    static ValueRange length(double low, double high, std::optional<double> normal, bool logarithmic = false,
                             int decimals = 2) {
        return {low, high, logarithmic, Dimension::Length, "m", decimals, normal};
    }
    static ValueRange percent(double low, double high, std::optional<double> normal) {
        return {low, high, false, Dimension::Percent, "%", 0, normal};
    }
};

// A slider with its field, as one row of the inspector.
class ValueRow : public QWidget {
    Q_OBJECT
public:
    ValueRow(const Label& label, const ValueRange& range, const QString& tip, QWidget* parent = nullptr);
    void setValue(double value); // silent
    void setMixed(bool mixed);   // several values: none is shown until one is set
    double value() const { return value_; }
    QLineEdit* field() const { return field_; }
    bool sliding() const { return sliding_; }
    // Room for the label, pixels; rows of one page have the same. As much as it needs, within bounds.
    static int labelWidth(const QString& text);
    void setLabelWidth(int pixels);
    bool hasRoom() const; // for its label and its value

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
    QRectF sliderRect() const { return {labelWidth_ + 16.0, 4, width() - labelWidth_ - 120.0, 20}; }
    double toShare(double v) const;
    double fromShare(double s) const;
    void show();
    void slide(double x);
    void typed();
    void step(double by);
    void reset();
    bool inFeet() const { return range_.unit == "ft"; } // and inches, which bear their units
    double unit() const;                                // of what is shown, in that of the value
    QString textOf(double value) const;
    QString withUnit(double value) const;
    QString rangeText() const; // "0.1 to 120 m"
    Label label_;
    ValueRange range_;
    QLineEdit* field_;
    QLabel* reason_;
    double value_ = 0;
    int labelWidth_;
    bool sliding_ = false, mixed_ = false;
};

} // namespace thallos
