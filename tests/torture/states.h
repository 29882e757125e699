// Two states of one project, of several megabytes, and two pictures.
#pragma once

#include "core/base/image.h"
#include "core/project/project.h"

namespace thallos::test {

Project stateOf(bool later);
Image8 pictureOf(bool later);

} // namespace thallos::test
