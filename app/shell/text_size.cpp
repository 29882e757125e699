#include "app/shell/text_size.h"

#include <algorithm>

#include <QApplication>
#include <QFont>
#include <QSettings>
#include <unistd.h>

namespace thallos {

namespace {

// The toolkit scales the whole window by this, so that nothing is cut and pictures keep the screen's pixels. It is read
// once, when the application is made.
constexpr const char* kScale = "QT_SCALE_FACTOR";

double setTextSize() { // 0: the system's
    // Before there is an application the settings do not know whose they are.
    const QSettings settings(QSettings::IniFormat, QSettings::UserScope, "thallos", "thallos");
    const double size = settings.value("look/text_size", 0).toDouble();
    return size > 0 ? std::clamp(size, 0.75, 3.0) : 0;
}

} // namespace

double textScaleOf(double systemPoints) {
    constexpr double kLarge = 12.5, kUsual = 10.5; // points
    return systemPoints >= kLarge ? std::min(systemPoints / kUsual, 3.0) : 1;
}

void useSetTextSize() {
    if (const double size = setTextSize(); size > 0 && qEnvironmentVariableIsEmpty(kScale))
        qputenv(kScale, QByteArray::number(size));
}

void useSystemTextSize(char** arguments) {
    if (setTextSize() > 0 || !qEnvironmentVariableIsEmpty(kScale)) return;
    const double scale = textScaleOf(QApplication::font().pointSizeF());
    if (scale == 1) return;
    qputenv(kScale, QByteArray::number(scale));
    ::execv("/proc/self/exe", arguments); // should it fail, the window is as it would have been
}

} // namespace thallos
