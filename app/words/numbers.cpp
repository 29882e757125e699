#include "app/words/numbers.h"

#include <algorithm>
#include <cmath>

#include <QCoreApplication>

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

QString lengthText(double metres, int decimals) {
    return feet ? QCoreApplication::translate("Figures", "%1 ft").arg(metres / kFoot, 0, 'f', decimals)
                : QCoreApplication::translate("Figures", "%1 m").arg(metres, 0, 'f', decimals);
}

QString areaText(double squareMetres) {
    const double shown = feet ? squareMetres / (kFoot * kFoot) : squareMetres;
    const int decimals = shown < 100 ? 2 : 0;
    return feet ? QCoreApplication::translate("Figures", "%1 ft²").arg(shown, 0, 'f', decimals)
                : QCoreApplication::translate("Figures", "%1 m²").arg(shown, 0, 'f', decimals);
}

QString clockText(double hours) {
    return QString::fromStdString(formatClock(hours));
}

QString countText(int64_t n) {
    QString s = QString::number(n);
    for (int i = static_cast<int>(s.size()) - 3; i > 0; i -= 3) s.insert(i, QChar(0x2009));
    return s;
}

QString durationText(double seconds) {
    if (seconds < 90) return QObject::tr("about %1 s").arg(std::max(1.0, std::round(seconds)));
    if (seconds < 5400) return QObject::tr("about %1 min").arg(std::round(seconds / 60));
    return QObject::tr("about %1 h").arg(seconds / 3600, 0, 'f', 1);
}

QString timeLeftText(double seconds) {
    if (seconds < 90) return QObject::tr("%1 s left").arg(std::ceil(seconds));
    if (seconds < 5400) return QObject::tr("%1 min left").arg(std::ceil(seconds / 60));
    return QObject::tr("%1 h %2 min left").arg(int(seconds / 3600)).arg(int(seconds / 60) % 60, 2, 10, QChar('0'));
}

} // namespace thallos
