#include <algorithm>
#include <cmath>
#include <functional>
#include <memory>

#include <assimp/DefaultIOSystem.h>
#include <assimp/Importer.hpp>
#include <assimp/postprocess.h>
#include <assimp/scene.h>

#include "core/base/error.h"
#include "importer/readers.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// Opens nothing outside the imported file's folder.
class FolderSystem : public Assimp::DefaultIOSystem {
public:
    explicit FolderSystem(fs::path folder) : folder_(std::move(folder)) {}
    bool Exists(const char* file) const override { return within(file, folder_) && DefaultIOSystem::Exists(file); }
    Assimp::IOStream* Open(const char* file, const char* mode) override {
        return within(file, folder_) ? DefaultIOSystem::Open(file, mode) : nullptr;
    }

private:
    fs::path folder_;
};

Surface surfaceOf(const aiMaterial& m) {
    Surface s;
    aiString name;
    if (m.Get(AI_MATKEY_NAME, name) == AI_SUCCESS) s.name = name.C_Str();
    if (s.name.empty()) s.name = "material";
    auto unit = [](float v) { return v >= 0 && v <= 1 ? v : v > 1 ? 1.0f : 0.0f; };
    aiColor3D c;
    // Exchange formats of this family store display colours.
    if (m.Get(AI_MATKEY_COLOR_DIFFUSE, c) == AI_SUCCESS) s.baseColor = fromSrgb(unit(c.r), unit(c.g), unit(c.b));
    float v = 0;
    if (m.Get(AI_MATKEY_ROUGHNESS_FACTOR, v) == AI_SUCCESS)
        s.roughness = unit(v);
    else if (m.Get(AI_MATKEY_SHININESS, v) == AI_SUCCESS && v > 1)
        s.roughness = unit(std::sqrt(std::sqrt(2 / (v + 2))));
    if (m.Get(AI_MATKEY_METALLIC_FACTOR, v) == AI_SUCCESS) s.metalness = unit(v);
    if (m.Get(AI_MATKEY_OPACITY, v) == AI_SUCCESS && v < 0.6f) {
        s.transmission = 1;
        s.roughness = 0.02f;
        s.baseColor = Rgb(0.95f);
    }
    return s;
}

} // namespace

Model readWithAssimp(const fs::path& file, float unit, char up) {
    Assimp::Importer importer;
    importer.SetIOHandler(new FolderSystem(file.parent_path())); // the importer owns it
    importer.SetPropertyInteger(AI_CONFIG_PP_SBP_REMOVE, aiPrimitiveType_POINT | aiPrimitiveType_LINE);
    const aiScene* scene =
        importer.ReadFile(file.string(), aiProcess_Triangulate | aiProcess_SortByPType |
                                             aiProcess_JoinIdenticalVertices | aiProcess_ValidateDataStructure);
    if (!scene || !scene->mRootNode) {
        std::string why = importer.GetErrorString();
        std::replace(why.begin(), why.end(), '\n', ' ');
        throw Error(Error::Kind::Unreadable,
                    "cannot be read as a model" + (why.empty() ? std::string() : " (" + why.substr(0, 160) + ")"), "");
    }
    std::string ending = file.extension().string();
    for (char& c : ending) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    // Formats of machines and measuring are Z up, those of pictures Y up.
    const bool zUp = up == 'z' || (up != 'y' && (ending == ".stl" || ending == ".3ds" || ending == ".ply" ||
                                                 ending == ".dxf" || ending == ".ifc"));

    Model model;
    for (unsigned i = 0; i < scene->mNumMaterials; ++i) model.materials.push_back(surfaceOf(*scene->mMaterials[i]));
    int depth = 0;
    std::function<void(const aiNode&, const aiMatrix4x4&)> visit = [&](const aiNode& node, const aiMatrix4x4& parent) {
        if (++depth > 200) throw Error(Error::Kind::Unreadable, "has a broken tree of parts", "");
        const aiMatrix4x4 world = parent * node.mTransformation;
        const aiMatrix3x3 turn(world);
        for (unsigned k = 0; k < node.mNumMeshes; ++k) {
            const aiMesh& in = *scene->mMeshes[node.mMeshes[k]];
            std::string name = node.mName.C_Str();
            if (name.empty() || node.mNumMeshes > 1) name = in.mName.length ? in.mName.C_Str() : name;
            Part part{name.empty() ? "part" : name, static_cast<int>(in.mMaterialIndex), {}};
            for (unsigned i = 0; i < in.mNumVertices; ++i) {
                const aiVector3D p = world * in.mVertices[i];
                part.mesh.positions.push_back(V3f(p.x, zUp ? p.y : -p.z, zUp ? p.z : p.y) * unit);
                if (in.HasNormals()) {
                    const aiVector3D n = turn * in.mNormals[i];
                    part.mesh.normals.push_back(V3f(n.x, zUp ? n.y : -n.z, zUp ? n.z : n.y).normalized());
                }
                if (in.HasTextureCoords(0))
                    part.mesh.uvs.emplace_back(in.mTextureCoords[0][i].x, 1 - in.mTextureCoords[0][i].y);
            }
            for (unsigned i = 0; i < in.mNumFaces; ++i)
                if (in.mFaces[i].mNumIndices == 3) {
                    const unsigned* x = in.mFaces[i].mIndices;
                    part.mesh.triangles.push_back(
                        {static_cast<int>(x[0]), static_cast<int>(x[1]), static_cast<int>(x[2])});
                }
            model.parts.push_back(std::move(part));
        }
        for (unsigned c = 0; c < node.mNumChildren; ++c) visit(*node.mChildren[c], world);
        --depth;
    };
    visit(*scene->mRootNode, aiMatrix4x4());
    return model;
}

} // namespace thallos
