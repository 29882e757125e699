#include "app/widgets/number_field.h"

#include <cmath>

#include <QCoreApplication>
#include <QKeyEvent>
#include <QLabel>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QStyle>
#include <QWheelEvent>

#include "app/widgets/theme.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/error.h"

namespace thallos {

double ValueRow::unit() const {
    return unitSize(range_.dimension, range_.unit.toStdString());
}

QString ValueRow::textOf(double value) const {
    if (inFeet()) return QString::fromStdString(formatFeet(value, inchParts(range_.decimals)));
    if (range_.dimension == Dimension::Clock) return QString::fromStdString(formatClock(value));
    return QString::fromStdString(formatNumber(value / unit(), range_.decimals)).replace('.', QLocale().decimalPoint());
}

QString ValueRow::withUnit(double value) const {
    return range_.unit.isEmpty() || inFeet() ? textOf(value)
                                             : tr("%1 %2", "number, unit").arg(textOf(value), range_.unit);
}

QString ValueRow::rangeText() const {
    return tr("%1 to %2").arg(textOf(range_.bottom()), withUnit(range_.top()));
}

ValueRow::ValueRow(const Label& label, const ValueRange& range, const QString& what, QWidget* parent)
    : QWidget(parent), label_(label), range_(range), value_(range.normal.value_or(range.low)),
      labelWidth_(labelWidth(label.text)) {
    if (showsFeet() && range_.unit == "m") range_.unit = "ft";
    if (showsFeet() && range_.unit == "km") range_.unit = "mi";
    QString tip = tr("%1\nRange %2").arg(what, rangeText());
    if (range.normal) tip += tr(" · default %1 (Alt+Backspace)").arg(withUnit(*range.normal));
    setFixedHeight(28);
    setToolTip(tip);
    field_ = new QLineEdit(this);
    field_->setObjectName(label.id);
    field_->setAccessibleName(label.text);
    field_->setToolTip(tip);
    field_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    field_->setFont(typeface(Type::Body));
    field_->setTextMargins(0, 0, range.unit.isEmpty() || inFeet() ? 2 : 28, 0);
    field_->installEventFilter(this);
    reason_ = new QLabel(this);
    reason_->setFont(typeface(Type::Tiny));
    reason_->setProperty("role", "warning");
    reason_->hide();
    connect(field_, &QLineEdit::editingFinished, this, &ValueRow::typed);
    show();
}

int ValueRow::labelWidth(const QString& text) {
    return std::clamp(static_cast<int>(std::ceil(QFontMetricsF(typeface(Type::Body)).horizontalAdvance(text))), 88,
                      156);
}

void ValueRow::setLabelWidth(int pixels) {
    labelWidth_ = pixels;
    update();
}

bool ValueRow::hasRoom() const {
    const QFontMetricsF m(typeface(Type::Body));
    const double value = m.horizontalAdvance(field_->text()) + 8 + (range_.unit.isEmpty() || inFeet() ? 0 : 28);
    return m.horizontalAdvance(label_.text) <= labelWidth_ + 2 && value <= 80;
}

double ValueRow::toShare(double v) const {
    v = std::clamp(v, range_.low, range_.high);
    if (range_.logarithmic) return std::log(v / range_.low) / std::log(range_.high / range_.low);
    return (v - range_.low) / (range_.high - range_.low);
}
double ValueRow::fromShare(double s) const {
    s = std::clamp(s, 0.0, 1.0);
    if (range_.logarithmic) return range_.low * std::pow(range_.high / range_.low, s);
    return range_.low + (range_.high - range_.low) * s;
}

void ValueRow::show() {
    const QString number = mixed_ ? QString() : textOf(value_);
    if (field_->text() != number) field_->setText(number);
    if (field_->property("wrong").toBool()) { // polishing costs more than the rest of a row
        setLook(field_, "wrong", false);
        setFixedHeight(28);
        reason_->hide();
    }
    update();
}

void ValueRow::setMixed(bool mixed) {
    if (mixed_ == mixed) return;
    mixed_ = mixed;
    field_->setPlaceholderText(mixed ? tr("mixed") : QString());
    if (!field_->hasFocus() || !field_->isModified()) show();
}

void ValueRow::setValue(double value) {
    value_ = value;
    if (!field_->hasFocus() || !field_->isModified()) show();
    update();
}

void ValueRow::typed() {
    if (!field_->isModified()) return;
    try {
        const double v = parseQuantity(field_->text().toStdString(), range_.dimension, range_.unit.toStdString());
        if (v < range_.bottom() - 1e-9 || v > range_.top() + 1e-9)
            throw Error(Error::Kind::Invalid, Text::verbatim(tr("Allowed: %1").arg(rangeText()).toStdString()), "");
        field_->setModified(false);
        mixed_ = false;
        value_ = v;
        show();
        Q_EMIT changed(v, false);
        Q_EMIT settled();
    } catch (const Error& e) {
        setLook(field_, "wrong", true);
        setFixedHeight(42);
        reason_->setText(sentenceOf(e));
        reason_->setGeometry(12, 27, width() - 24, 14);
        reason_->setAlignment(Qt::AlignRight);
        reason_->show();
    }
}

void ValueRow::step(double by) {
    const double v = range_.logarithmic ? value_ * std::pow(range_.high / range_.low, by / 100)
                                        : value_ + (range_.high - range_.low) * by / 100;
    // Steps land on round values.
    const double step = range_.dimension == Dimension::Clock ? 1 / 60.0
                        : inFeet()                           ? 0.0254 / inchParts(range_.decimals)
                                                             : std::pow(10, -range_.decimals) * unit();
    value_ = std::clamp(std::round(v / step) * step, range_.bottom(), range_.top());
    field_->setModified(false);
    mixed_ = false;
    show();
    Q_EMIT changed(value_, false);
}

void ValueRow::reset() {
    if (!range_.normal) return;
    value_ = *range_.normal;
    field_->setModified(false);
    mixed_ = false;
    show();
    Q_EMIT changed(value_, false);
    Q_EMIT settled();
}

void ValueRow::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = Theme::now();
    p.setFont(typeface(Type::Body));
    p.setPen(t.second);
    p.drawText(QRectF(12, 0, labelWidth_ + 4, 28), Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(label_.text, Qt::ElideRight, labelWidth_ + 2));
    const QRectF s = sliderRect();
    const double y = 14, x = s.left() + toShare(value_) * s.width();
    p.setPen(QPen(t.sliderLine, 2));
    p.drawLine(QPointF(s.left(), y), QPointF(s.right(), y));
    if (!isEnabled() || mixed_) {
        field_->setGeometry(width() - 92, 3, 80, 22);
        return;
    }
    p.setPen(QPen(t.accent, 2));
    p.drawLine(QPointF(s.left(), y), QPointF(x, y));
    p.setPen(QPen(t.accent, 1.5));
    p.setBrush(t.field);
    p.drawEllipse(QPointF(x, y), 5.5, 5.5);
    field_->setGeometry(width() - 92, 3, 80, 22);
    // The unit stands within the field, in a column of its own; painted by the row after the field.
}

bool ValueRow::eventFilter(QObject* object, QEvent* event) {
    if (event->type() == QEvent::Paint && !range_.unit.isEmpty() && !inFeet()) {
        field_->removeEventFilter(this);
        QCoreApplication::sendEvent(field_, event);
        field_->installEventFilter(this);
        QPainter p(field_);
        p.setFont(typeface(Type::Small));
        p.setPen(Theme::now().second);
        p.drawText(QRectF(field_->width() - 30, 0, 28, field_->height()), Qt::AlignVCenter | Qt::AlignLeft,
                   range_.unit);
        return true;
    }
    if (event->type() == QEvent::ShortcutOverride && !field_->isModified()) {
        // With nothing typed since the last value, undo means the document's.
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo)) {
            event->ignore();
            return true;
        }
    }
    if (event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        const double size = key->modifiers() & Qt::ShiftModifier     ? 10
                            : key->modifiers() & Qt::ControlModifier ? 0.1
                                                                     : 1;
        if (key->key() == Qt::Key_Up || key->key() == Qt::Key_Down) {
            step(key->key() == Qt::Key_Up ? size : -size);
            return true;
        }
        if (key->key() == Qt::Key_Backspace && (key->modifiers() & Qt::AltModifier)) {
            reset();
            return true;
        }
        if (key->key() == Qt::Key_Escape) {
            field_->setModified(false);
            show();
            field_->clearFocus();
            return true;
        }
    }
    if (event->type() == QEvent::Wheel && field_->hasFocus()) {
        auto* wheel = static_cast<QWheelEvent*>(event);
        const double size = wheel->modifiers() & Qt::ShiftModifier     ? 10
                            : wheel->modifiers() & Qt::ControlModifier ? 0.1
                                                                       : 1;
        step(wheel->angleDelta().y() > 0 ? size : -size);
        return true;
    }
    return QWidget::eventFilter(object, event);
}

void ValueRow::slide(double x) {
    const QRectF s = sliderRect();
    value_ = fromShare((x - s.left()) / s.width());
    mixed_ = false;
    field_->setModified(false);
    show();
    Q_EMIT changed(value_, true);
}
void ValueRow::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || !sliderRect().adjusted(-8, -4, 8, 4).contains(event->position())) return;
    sliding_ = true;
    slide(event->position().x());
}
void ValueRow::mouseMoveEvent(QMouseEvent* event) {
    if (sliding_) slide(event->position().x());
}
void ValueRow::mouseReleaseEvent(QMouseEvent*) {
    if (!sliding_) return;
    sliding_ = false;
    Q_EMIT settled();
}
// On the label alone: two quick clicks on the slider are two clicks.
void ValueRow::mouseDoubleClickEvent(QMouseEvent* event) {
    if (event->position().x() < sliderRect().left() - 8)
        reset();
    else
        mousePressEvent(event);
}

} // namespace thallos
