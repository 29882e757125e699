#include "app/words/numbers.h"

#include <algorithm>
#include <cmath>

#include <QLocale>

#include "app/words/text.h"
#include "core/base/quantity.h"

namespace thallos {

namespace {
constexpr double kFoot = 0.3048;
bool feet = false;
} // namespace

void showFeet(bool shown) {
    feet = shown;
}

bool showsFeet() {
    return feet;
}

QString decimalText(double value, int decimals) {
    QLocale plain;
    plain.setNumberOptions(QLocale::OmitGroupSeparator);
    return plain.toString(value, 'f', decimals);
}

int inchParts(int decimals) {
    return decimals >= 3 ? 16 : decimals == 2 ? 8 : decimals == 1 ? 2 : 1;
}

namespace {

QString feetText(double metres, int decimals) {
    return QString::fromStdString(formatFeet(metres, inchParts(decimals)));
}

} // namespace

QString lengthText(double metres, int decimals) {
    return feet ? feetText(metres, decimals) : tr("%1 m").arg(decimalText(metres, decimals));
}

QString sizeText(double x, double y, double z, int decimals) {
    if (feet) return tr("%1 × %2 × %3").arg(feetText(x, decimals), feetText(y, decimals), feetText(z, decimals));
    return tr("%1 × %2 × %3 m")
        .arg(decimalText(x, decimals))
        .arg(decimalText(y, decimals))
        .arg(decimalText(z, decimals));
}

QString extentText(double x, double y, int decimals) {
    if (feet) return tr("%1 × %2").arg(feetText(x, decimals), feetText(y, decimals));
    return tr("%1 × %2 m").arg(decimalText(x, decimals)).arg(decimalText(y, decimals));
}

QString areaText(double squareMetres) {
    const double shown = feet ? squareMetres / (kFoot * kFoot) : squareMetres;
    const int decimals = shown < 100 ? 2 : 0;
    return feet ? tr("%1 ft²").arg(decimalText(shown, decimals)) : tr("%1 m²").arg(decimalText(shown, decimals));
}

QString clockText(double hours) {
    return QString::fromStdString(formatClock(hours));
}

QString countText(int64_t n) {
    QString s = QString::number(n);
    for (int i = static_cast<int>(s.size()) - 3; i > 0; i -= 3) s.insert(i, QChar(0x2009));
    return s;
}

QString aspectText(double aspect) {
    for (const Aspect& a : kAspects)
        if (std::abs(aspect - static_cast<double>(a.value)) < 0.004 * aspect) return QString::fromUtf8(a.text);
    return decimalText(aspect, 2) + ":1";
}

QString bytesText(int64_t bytes) {
    const double mb = static_cast<double>(bytes) / (1 << 20);
    return mb < 100 ? tr("%1 MB").arg(decimalText(mb, 1)) : tr("%1 GB").arg(decimalText(mb / 1024, 2));
}

QString timeText(double seconds) {
    if (seconds < 90) return tr("%1 s").arg(std::max(1.0, std::round(seconds)));
    const auto minutes = std::lround(seconds / 60);
    if (minutes < 90) return tr("%1 min").arg(minutes);
    return tr("%1 h %2 min").arg(minutes / 60).arg(minutes % 60, 2, 10, QChar('0'));
}

QString durationText(double seconds) {
    return tr("≈ %1", "a time").arg(timeText(seconds));
}

QString timeLeftText(double seconds) {
    return tr("%1 left", "a time").arg(timeText(std::ceil(seconds)));
}

} // namespace thallos
