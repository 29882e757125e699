// Text for people outside of Qt's own classes, which have a tr() of theirs.
#pragma once

#include <exception>

#include <QCoreApplication>
#include <QString>

#include "core/base/text.h"

namespace thallos {

inline QString tr(const char* text, const char* note = nullptr, int n = -1) {
    return QCoreApplication::translate("thallos", text, note, n);
}
QString tr(const Text& text); // of core, in the language of the window
// What went wrong and what to do about it; of memory that ran out too.
QString sentenceOf(const std::exception& e);

} // namespace thallos
