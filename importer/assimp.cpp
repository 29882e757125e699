#include <algorithm>
#include <cmath>
#include <functional>
#include <initializer_list>
#include <map>
#include <memory>
#include <optional>

#include <assimp/DefaultIOSystem.h>
#include <assimp/MemoryIOWrapper.h>
#include <assimp/config.h>
#include <assimp/postprocess.h>
#include <cpl_vsi.h>

#include "core/base/error.h"
#include "core/base/text.h"
#include "importer/readers.h"
#include "importer/scene.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// The reader ends an object's name at the first blank: its blanks become letters that look like them, which
// withBlanks() takes back.
constexpr const char* kBlank = "\xc2\xa0";
std::string withNamesWhole(std::string text) {
    std::string out;
    out.reserve(text.size() + text.size() / 64);
    for (size_t i = 0; i < text.size();) {
        const size_t end = std::min(text.find('\n', i), text.size());
        if (text.compare(i, 2, "o ") == 0) {
            size_t last = end;
            while (last > i + 2 && (text[last - 1] == ' ' || text[last - 1] == '\r')) --last;
            out += "o ";
            for (size_t k = i + 2; k < last; ++k)
                if (text[k] == ' ')
                    out += kBlank;
                else
                    out += text[k];
        } else
            out.append(text, i, end - i);
        if (end < text.size()) out += '\n';
        i = end + 1;
    }
    return out;
}
std::string withBlanks(std::string name) {
    for (size_t at = name.find(kBlank); at != std::string::npos; at = name.find(kBlank, at)) name.replace(at, 2, " ");
    return name;
}

// Opens nothing outside the imported file's folder.
class FolderSystem : public Assimp::DefaultIOSystem {
public:
    explicit FolderSystem(fs::path folder) : folder_(std::move(folder)) {}
    bool Exists(const char* file) const override { return within(file, folder_) && DefaultIOSystem::Exists(file); }
    Assimp::IOStream* Open(const char* file, const char* mode) override {
        if (!within(file, folder_)) return nullptr;
        if (lowerExtension(file) != ".obj") return DefaultIOSystem::Open(file, mode);
        const std::string text = withNamesWhole(wholeFile(file));
        auto* copy = new uint8_t[std::max<size_t>(text.size(), 1)];
        std::copy(text.begin(), text.end(), copy);
        return new Assimp::MemoryIOStream(copy, text.size(), true); // which owns the copy
    }

private:
    fs::path folder_;
};

// Finds what other machines' paths and lost folders name: as written, then by its name beside the model and in the
// folders that pictures usually lie in.
class Pictures {
public:
    Pictures(const aiScene& scene, const Order& order)
        : scene_(scene), folder_(order.file.parent_path()), elsewhere_(picturesIn(order.folders)) {
        std::error_code e;
        for (const fs::path& f : {folder_, folder_ / "textures", folder_ / "maps", folder_ / "pictures"})
            for (const auto& entry : fs::directory_iterator(f, e))
                if (entry.is_regular_file(e) && isPicture(entry.path())) files_.push_back(entry.path());
        std::sort(files_.begin(), files_.end());
    }
    // Null when there is none that can be read.
    std::shared_ptr<const Picture> of(const aiMaterial& m, std::initializer_list<aiTextureType> types, bool color) {
        for (const aiTextureType type : types) {
            aiString name;
            if (m.GetTexture(type, 0, &name) != AI_SUCCESS) continue;
            if (const aiTexture* inside = scene_.GetEmbeddedTexture(name.C_Str())) return embedded(*inside, color);
            std::string text = name.C_Str();
            std::replace(text.begin(), text.end(), '\\', '/');
            const fs::path written = folder_ / text;
            if (std::error_code e; fs::is_regular_file(written, e) && within(written, folder_))
                return read(written, color);
            for (const auto* known : {&files_, &elsewhere_})
                if (const fs::path* f = pictureNamed(*known, text)) return read(*f, color);
            missing.push_back(fs::path(text).filename().string());
        }
        return nullptr;
    }
    // Pictures beside the model that are named after a material, by what their names say they are.
    void named(const std::string& material, Maps& maps) {
        const std::string stem = lowered(material);
        if (stem.size() < 3) return;
        for (const fs::path& f : files_) {
            const std::string name = lowered(f.stem().string());
            if (name.find(stem) == std::string::npos) continue;
            const Map map = mapNamed(name);
            if (!(maps.*map)) maps.*map = read(f, map == &Maps::color);
        }
    }
    std::vector<std::string> missing;

private:
    std::shared_ptr<const Picture> read(const fs::path& file, bool color) {
        // Links that lead out of the file's own folder are not followed; what the artist named may lie anywhere.
        if (!within(file, folder_) && !std::binary_search(elsewhere_.begin(), elsewhere_.end(), file)) {
            missing.push_back(file.filename().string());
            return nullptr;
        }
        auto& known = read_[{file.string(), color}];
        if (!known) try {
                known = std::make_shared<const Picture>(readPicture(file, color));
            } catch (const Error&) {
                missing.push_back(file.filename().string());
            }
        return known;
    }
    std::shared_ptr<const Picture> embedded(const aiTexture& t, bool color) {
        if (t.mHeight == 0) {
            const std::string name = "/vsimem/embedded." + std::string(t.achFormatHint);
            VSIFCloseL(VSIFileFromMemBuffer(name.c_str(), reinterpret_cast<GByte*>(t.pcData), t.mWidth, FALSE));
            std::shared_ptr<const Picture> p;
            try {
                p = std::make_shared<const Picture>(readPicture(name, color));
            } catch (const Error&) {
                missing.push_back(t.mFilename.C_Str());
            }
            VSIUnlink(name.c_str());
            return p;
        }
        auto p = std::make_shared<Picture>(Picture{static_cast<int>(t.mWidth), static_cast<int>(t.mHeight), {}});
        for (size_t i = 0; i < static_cast<size_t>(t.mWidth) * t.mHeight; ++i) {
            const aiTexel& x = t.pcData[i];
            p->rgba.insert(p->rgba.end(), {x.r, x.g, x.b, x.a});
        }
        return p;
    }
    const aiScene& scene_;
    fs::path folder_;
    std::vector<fs::path> elsewhere_, files_;
    std::map<std::pair<std::string, bool>, std::shared_ptr<const Picture>> read_;
};

constexpr int kDeepest = 200; // nodes within nodes

void addMaps(const aiMaterial& m, Pictures& pictures, Surface& s) {
    s.maps.color = pictures.of(m, {aiTextureType_BASE_COLOR, aiTextureType_DIFFUSE}, true);
    s.maps.opacity = pictures.of(m, {aiTextureType_OPACITY}, false);
    s.maps.normal = pictures.of(m, {aiTextureType_NORMAL_CAMERA, aiTextureType_NORMALS}, false);
    s.maps.height = pictures.of(m, {aiTextureType_HEIGHT, aiTextureType_DISPLACEMENT}, false);
    s.maps.roughness = pictures.of(m, {aiTextureType_DIFFUSE_ROUGHNESS}, false);
    s.maps.metalness = pictures.of(m, {aiTextureType_METALNESS}, false);
    if (s.maps.empty()) pictures.named(s.name, s.maps);
    // Colour exporters leave black or grey beside a picture is not meant to darken it.
    if (s.maps.color) s.baseColor = Rgb(1);
    if (s.maps.opacity) s.transmission = 0;
}

// For row vectors.
Imath::M44d rowsOf(const aiMatrix4x4& m) {
    return {m.a1, m.b1, m.c1, m.d1, m.a2, m.b2, m.c2, m.d2, m.a3, m.b3, m.c3, m.d3, m.a4, m.b4, m.c4, m.d4};
}

// The reader tells numbers as double or float.
bool unitOf(const aiMetadata& data, double& centimetres) {
    float f = 0;
    if (data.Get("UnitScaleFactor", centimetres)) return centimetres > 0;
    if (!data.Get("UnitScaleFactor", f)) return false;
    centimetres = f;
    return f > 0;
}

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
    aiColor3D glow;
    if (m.Get(AI_MATKEY_COLOR_EMISSIVE, glow) == AI_SUCCESS)
        s.emission =
            fromLinear709({unit(glow.r), unit(glow.g), unit(glow.b)}) * 300.0f; // unit strength: a bright screen
    if (m.Get(AI_MATKEY_OPACITY, v) == AI_SUCCESS && v < 0.6f) {
        s.transmission = 1;
        s.roughness = 0.02f;
        s.baseColor = Rgb(0.95f);
    }
    return s;
}

// Formats of machines and measuring are Z up, those of pictures Y up. Of those that say it themselves the reader turns
// all to Y up (3DS and IFC among them) but FBX, which tells. `up`: 'y' or 'z' where the artist says.
bool isZUp(const aiScene& scene, const std::string& ending, char up) {
    int fbxUp = 1;
    if (scene.mMetaData) scene.mMetaData->Get("UpAxis", fbxUp);
    return up == 'z' || (up != 'y' && (ending == ".stl" || ending == ".ply" || ending == ".dxf" ||
                                       (ending == ".fbx" && fbxUp == 2)));
}

// Metres as the file has it: FBX counts in centimetres times a factor, Collada and IFC come in metres; the others do
// not say.
float unitOf(const aiScene& scene, const std::string& ending, bool& told) {
    double centimetres = 1;
    told = ending == ".dae" || ending == ".ifc";
    if (ending == ".fbx" && scene.mMetaData && unitOf(*scene.mMetaData, centimetres)) {
        told = true;
        return static_cast<float>(centimetres / 100);
    }
    return 1;
}

void addMaterials(const aiScene& scene, const Order& order, ForeignModel& out) {
    Model& model = out.model;
    Pictures pictures(scene, order);
    for (unsigned i = 0; i < scene.mNumMaterials; ++i) {
        model.materials.push_back(surfaceOf(*scene.mMaterials[i]));
        addMaps(*scene.mMaterials[i], pictures, model.materials.back());
    }
    std::sort(pictures.missing.begin(), pictures.missing.end());
    pictures.missing.erase(std::unique(pictures.missing.begin(), pictures.missing.end()), pictures.missing.end());
    out.missing = std::move(pictures.missing);
}

// A place amid most of the meshes: openings are cut there, and a site that reaches far does not draw it away.
V3d amid(const aiScene& scene) {
    std::vector<double> places[3];
    const std::function<void(const aiNode&, const Imath::M44d&, int)> visit =
        [&](const aiNode& node, const Imath::M44d& parent, int depth) {
            if (depth > kDeepest) return; // refused where it is read
            const Imath::M44d world = rowsOf(node.mTransformation) * parent;
            for (unsigned k = 0; k < node.mNumMeshes; ++k)
                if (const aiMesh& mesh = *scene.mMeshes[node.mMeshes[k]]; mesh.mNumVertices > 0) {
                    const V3d p = V3d(mesh.mVertices[0].x, mesh.mVertices[0].y, mesh.mVertices[0].z) * world;
                    for (int i = 0; i < 3; ++i) places[i].push_back(p[i]);
                }
            for (unsigned c = 0; c < node.mNumChildren; ++c) visit(*node.mChildren[c], world, depth + 1);
        };
    visit(*scene.mRootNode, Imath::M44d(), 0);
    V3d out(0);
    for (int i = 0; i < 3; ++i)
        if (auto& all = places[i]; !all.empty()) {
            const auto middle = all.begin() + static_cast<std::ptrdiff_t>(all.size() / 2);
            std::nth_element(all.begin(), middle, all.end());
            out[i] = std::isfinite(*middle) ? *middle : 0;
        }
    return out;
}

// The scene's tree walked, each mesh at its place.
struct SceneReader {
    const aiScene& scene;
    const TreeNames& names;
    const float metres;
    const bool zUp;
    Model& model;
    // In double precision until the model is at its own origin: far from it a float holds no centimetres.
    const V3d origin;

    V3f turned(const V3d& v) const {
        return {static_cast<float>(v.x), static_cast<float>(zUp ? v.y : -v.z), static_cast<float>(zUp ? v.z : v.y)};
    }
    void addMesh(const aiMesh& in, const Imath::M44d& world, const std::string& name, int group) {
        Mesh mesh;
        const Imath::M44d turn = world.inverse().transposed();
        const bool mirrored = world.determinant() < 0;
        for (unsigned i = 0; i < in.mNumVertices; ++i) {
            const V3d p = V3d(in.mVertices[i].x, in.mVertices[i].y, in.mVertices[i].z) * world;
            mesh.positions.push_back(turned(p - origin) * metres);
            if (in.HasNormals()) {
                V3d n;
                turn.multDirMatrix(V3d(in.mNormals[i].x, in.mNormals[i].y, in.mNormals[i].z), n);
                mesh.normals.push_back(turned(n).normalized());
            }
            if (in.HasTextureCoords(0)) mesh.uvs.emplace_back(in.mTextureCoords[0][i].x, in.mTextureCoords[0][i].y);
        }
        for (unsigned i = 0; i < in.mNumFaces; ++i)
            if (in.mFaces[i].mNumIndices == 3) {
                const unsigned* x = in.mFaces[i].mIndices;
                mesh.triangles.push_back({static_cast<int>(x[0]), static_cast<int>(x[mirrored ? 2 : 1]),
                                          static_cast<int>(x[mirrored ? 1 : 2])});
            }
        model.parts.push_back(
            partOf(name.empty() ? "part" : name, static_cast<int>(in.mMaterialIndex), std::move(mesh), group));
    }
    void visit(const aiNode& node, const Imath::M44d& parent, int group, int depth) {
        if (depth > kDeepest)
            throw Error(Error::Kind::Unreadable, Text("The hierarchy of %w is nested too deeply"), "");
        const Imath::M44d world = rowsOf(node.mTransformation) * parent;
        const Branch branch = names.groups(node, group, model);
        const size_t first = model.parts.size();
        for (unsigned k = 0; k < node.mNumMeshes; ++k) {
            const aiMesh& mesh = *scene.mMeshes[node.mMeshes[k]];
            addMesh(mesh, world, names.part(node, mesh), branch.meshes);
        }
        for (unsigned c = 0; c < node.mNumChildren; ++c) visit(*node.mChildren[c], world, branch.below, depth + 1);
        if (names.ended) names.ended(node, first, model);
    }
};

// As the tree of nodes has it.
TreeNames plainNames() {
    return {[](const aiNode& node, int group, Model& model) -> Branch {
                if (node.mNumChildren == 0) return {group, group};
                model.groups.push_back({node.mName.length ? withBlanks(node.mName.C_Str()) : "group", group});
                const int own = static_cast<int>(model.groups.size()) - 1;
                return {own, own};
            },
            [](const aiNode& node, const aiMesh& mesh) -> std::string {
                const std::string name = node.mName.C_Str();
                const bool several = name.empty() || node.mNumMeshes > 1;
                return withBlanks(several && mesh.mName.length ? mesh.mName.C_Str() : name);
            }};
}

} // namespace

Assimp::IOSystem* folderSystem(const fs::path& folder) {
    return new FolderSystem(folder);
}

unsigned sceneSteps() {
    return aiProcess_Triangulate | aiProcess_SortByPType | aiProcess_JoinIdenticalVertices |
           aiProcess_ValidateDataStructure;
}

const aiScene& checked(const aiScene* scene, const Assimp::Importer& importer) {
    if (scene && scene->mRootNode) return *scene;
    std::string why = importer.GetErrorString();
    std::replace(why.begin(), why.end(), '\n', ' ');
    throw Error(Error::Kind::Unreadable,
                why.empty() ? Text("%w is not a readable model")
                            : Text("%w is not a readable model (%1)", why.substr(0, 160)),
                "");
}

ForeignModel modelOf(const aiScene& scene, const Order& order, float metres, bool zUp, const TreeNames& names) {
    ForeignModel out;
    Model& model = out.model;
    tellStage(Text("reading its textures"));
    addMaterials(scene, order, out);
    tellStage(Text("building its parts"));
    SceneReader reader{scene, names, metres, zUp, model, amid(scene)};
    reader.visit(*scene.mRootNode, Imath::M44d(), -1, 0);
    if (names.finished) names.finished(model);
    if (model.parts.empty() ||
        std::all_of(model.parts.begin(), model.parts.end(), [](const Part& p) { return p.mesh->triangles.empty(); }))
        throw Error(Error::Kind::Unsupported,
                    Text("%w contains points or lines and no surfaces: a point cloud cannot be imported"), "");
    out.unit = metres;
    out.up = zUp ? 'z' : 'y';
    const V3d first = reader.origin;
    out.origin = V3d(-first.x, zUp ? -first.y : first.z, zUp ? -first.z : -first.y) * metres;
    return out;
}

ForeignModel readWithAssimp(const Order& order) {
    const fs::path& file = order.file;
    Assimp::Importer importer;
    importer.SetIOHandler(folderSystem(file.parent_path()));
    importer.SetPropertyInteger(AI_CONFIG_PP_SBP_REMOVE, aiPrimitiveType_POINT | aiPrimitiveType_LINE);
    importer.SetPropertyBool(AI_CONFIG_IMPORT_COLLADA_USE_COLLADA_NAMES, true);
    const aiScene& scene = checked(importer.ReadFile(file.string(), sceneSteps()), importer);
    const std::string ending = lowerExtension(file);
    bool told = false;
    const float own = unitOf(scene, ending, told);
    ForeignModel out =
        modelOf(scene, order, order.unit > 0 ? order.unit : own, isZUp(scene, ending, order.up), plainNames());
    out.unitTold = told;
    return out;
}

} // namespace thallos
