// Pictures of the core as Qt shows them.
#pragma once

#include <cstring>

#include <QImage>

#include "core/finish/finish.h"

namespace thallos {

inline QImage toQImage(const Image8& picture) {
    QImage image(picture.width, picture.height, QImage::Format_RGB888);
    for (int y = 0; y < picture.height; ++y)
        std::memcpy(image.scanLine(y), &picture.at(0, y), static_cast<size_t>(picture.width) * 3);
    return image;
}

} // namespace thallos
