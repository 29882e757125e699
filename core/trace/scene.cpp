#include "core/trace/scene.h"

namespace thallos {

Visibility visibilityOf(const Project& project, const Shot& shot) {
    return {.hidden = leaves(project, shot.hidden)};
}

} // namespace thallos
