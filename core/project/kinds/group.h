// A group: of the items that name it as theirs.
#pragma once

namespace thallos {

struct Group {};

} // namespace thallos
