// Files of other programs' formats, of our own making: one solid in each, and a small building model.
#pragma once

#include <string>
#include <vector>

#include "core/base/vec.h"

namespace thallos::test {

// A ridge: 2 m wide from west to east, 3 m from south to north, its top edge 5 m up over the south side; 15 m3.
struct Solid {
    std::vector<V3f> points{{0, 0, 0}, {2, 0, 0}, {2, 3, 0}, {0, 3, 0}, {0, 0, 5}, {2, 0, 5}};
    std::vector<V3i> faces{{0, 2, 1}, {0, 3, 2}, {0, 1, 5}, {0, 5, 4}, {1, 2, 5}, {0, 4, 3}, {2, 3, 4}, {2, 4, 5}};
    std::vector<std::vector<int>> polygons{{3, 2, 1, 0}, {0, 1, 5, 4}, {1, 2, 5}, {0, 4, 3}, {2, 3, 4, 5}};
};

struct FileOptions {
    char up = 'y';
    float unit = 1; // metres
    std::string name = "solid";
    bool polygons = false; // faces of four corners (OBJ, PLY, DAE, FBX)
    bool mirrored = false; // by a node of scale -1 along x, over points that are mirrored too (DAE, FBX, glTF)
    int instances = 1;     // of one mesh, 10 m apart to the east (DAE, glTF)
    bool normals = false, uvs = false; // OBJ
};
// "obj", "stl", "ply", "3ds", "dae", "fbx", "gltf" or "ifc". Formats with an axis or a unit of their own keep it.
std::string fileOf(const std::string& format, const FileOptions& options = {});

// A shed of two storeys in millimetres, 6 m by 4: four walls, a door in its opening, a window and a chair in each, and
// in "IFC4" a tessellated roof, a ceiling of polygons and a terrace with a rounded corner. It stands on a meadow of
// 20 m by 20 at 52.075 N 1.6 W, 85 m up, with true north 10 degrees to the east of its own.
std::string buildingModel(const std::string& schema);
// The same without any shape.
std::string buildingWithoutShapes();

} // namespace thallos::test
