// Grown forms as bytes, for the cache. Read back they are the same to the bit.
#pragma once

#include <string>

#include "core/planting/species.h"

namespace thallos {

std::string packForm(const Form& form);
std::string packIndividual(const Individual& plant);
// False: the bytes are not of one, which a cache that checks what it gives never returns.
bool unpackForm(const std::string& bytes, Form& form);
bool unpackIndividual(const std::string& bytes, Individual& plant);

} // namespace thallos
