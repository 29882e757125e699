// The numbers of a glTF file: from buffers as they are, sparse, or compressed.
#pragma once

#include <string>
#include <vector>

#include <tiny_gltf.h>

#include "core/base/vec.h"

namespace thallos {

[[noreturn]] void broken(const std::string& what); // throws Error::Unreadable

// The file's bytes as the reader takes them: buffers that hold nothing but a place for what is compressed elsewhere are
// given a stand-in. Throws Error::Unsupported for glTF 1.0.
std::string preparedGltf(const std::string& bytes, bool binary);
// Unpacks compressed buffer views (EXT_meshopt_compression) in place.
void decompressViews(tinygltf::Model& gltf);

// What one primitive is made of. Normals and uvs are one a position, or there are none.
struct GltfPrimitive {
    std::vector<V3f> positions, normals;
    std::vector<V2f> uvs;
    std::vector<uint32_t> corners; // three a triangle, all within `positions`
};
// Of triangles, strips and fans, Draco's (KHR_draco_mesh_compression) too; `uvSet`: which of its uvs.
GltfPrimitive primitiveOf(const tinygltf::Model& gltf, const tinygltf::Primitive& primitive, int uvSet);

} // namespace thallos
