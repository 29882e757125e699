// Text for people outside of Qt's own classes, which have a tr() of theirs.
#pragma once

#include <QCoreApplication>
#include <QString>

namespace thallos {

inline QString tr(const char* text) {
    return QCoreApplication::translate("thallos", text);
}

} // namespace thallos
