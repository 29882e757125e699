#include "app/words/text.h"

#include <new>

#include "core/base/error.h"

namespace thallos {

QString tr(const Text& text) {
    return QString::fromStdString(text.filled(tr(text.format.c_str()).toStdString()));
}

QString sentenceOf(const std::exception& e) {
    if (dynamic_cast<const std::bad_alloc*>(&e))
        return tr("There was not enough memory for that. Your work is safe: save it, then close other programs or make "
                  "the image smaller.");
    if (const auto* error = dynamic_cast<const Error*>(&e))
        return QString::fromStdString(error->sentence([](const Text& t) { return tr(t).toStdString(); }));
    return QString::fromUtf8(e.what());
}

} // namespace thallos
