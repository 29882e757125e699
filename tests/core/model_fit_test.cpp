// A model put right without reading it again is the one that would have been read.
#include <fstream>

#include <gtest/gtest.h>
#include <unistd.h>

#include "core/exchange/model_fit.h"

using namespace thallos;
namespace fs = std::filesystem;

namespace {

struct ModelFits : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos-fit-" + std::to_string(::getpid()));
    ModelFits() { fs::create_directories(folder); }
    ~ModelFits() override { fs::remove_all(folder); }
    // A wedge of 4 x 2 x 6 units, away from its file's origin.
    fs::path wedge(float unit = 1) const {
        std::ofstream out(folder / "wedge.obj");
        for (const V3f& p : {V3f(10, 5, 20), V3f(14, 5, 20), V3f(10, 7, 20), V3f(10, 5, 26)})
            out << "v " << p.x * unit << " " << p.y * unit << " " << p.z * unit << "\n";
        out << "f 1 3 2\nf 1 2 4\nf 1 4 3\nf 2 3 4\n";
        return folder / "wedge.obj";
    }
};

void expectSame(const ForeignModel& a, const ForeignModel& b) {
    ASSERT_EQ(a.model.parts.size(), b.model.parts.size());
    for (size_t i = 0; i < a.model.parts.size(); ++i) {
        const Mesh &x = *a.model.parts[i].mesh, &y = *b.model.parts[i].mesh;
        ASSERT_EQ(x.positions.size(), y.positions.size());
        for (size_t k = 0; k < x.positions.size(); ++k)
            EXPECT_LT((x.positions[k] - y.positions[k]).length(), 1e-4f * (1 + x.positions[k].length()));
        EXPECT_EQ(x.triangles, y.triangles);
    }
    EXPECT_LT((a.origin - b.origin).length(), 1e-4 * (1 + a.origin.length()));
    EXPECT_EQ(a.model.outlines.size(), b.model.outlines.size());
    EXPECT_EQ(a.up, b.up);
    EXPECT_FLOAT_EQ(a.unit, b.unit);
}

ForeignModel sized(const V3f& size, bool told = false) {
    ForeignModel out;
    Mesh mesh;
    mesh.positions = {V3f(0), size, V3f(size.x, 0, 0)};
    mesh.triangles = {{0, 1, 2}};
    out.model.parts.push_back(partOf("box", 0, std::move(mesh)));
    out.unitTold = told;
    return out;
}

} // namespace

TEST_F(ModelFits, AnotherUnitIsAsIfItHadBeenReadSo) {
    expectSame(refitted(importForeign(wedge()), 0.001f, 'y'), importForeign(wedge(), {0.001f}));
}

TEST_F(ModelFits, AnotherAxisIsAsIfItHadBeenReadSo) {
    const ForeignModel y = importForeign(wedge()), z = importForeign(wedge(), {0, 'z'});
    EXPECT_EQ(y.up, 'y');
    EXPECT_EQ(z.up, 'z');
    expectSame(refitted(y, 1, 'z'), z);
    expectSame(refitted(z, 1, 'y'), y);
    expectSame(refitted(refitted(y, 0.01f, 'z'), 1, 'y'), y);
}

TEST_F(ModelFits, TheOriginIsWhereTheFilesWas) {
    const ForeignModel m = importForeign(wedge());
    // In the file the lowest corner lies at (10, 5, 20), y up: so far from its base's middle the origin is away.
    const Box3f box = bounds(m.model);
    EXPECT_NEAR(m.origin.x, box.min.x - 10, 1e-4);
    EXPECT_NEAR(m.origin.y, box.max.y + 20, 1e-4) << "z runs south";
    EXPECT_NEAR(m.origin.z, box.min.z - 5, 1e-4);
}

TEST(LikelyUnit, IsTheFirstInWhichItIsABuilding) {
    EXPECT_FLOAT_EQ(likelyUnit(sized({18, 16, 7})), 1);
    EXPECT_FLOAT_EQ(likelyUnit(sized({18000, 16000, 7300})), 0.001f);
    EXPECT_FLOAT_EQ(likelyUnit(sized({709, 630, 287})), 0.01f) << "7 m in centimetres";
    EXPECT_FLOAT_EQ(likelyUnit(sized({18000, 16000, 7300}, true)), 1) << "the file says";
    EXPECT_FLOAT_EQ(likelyUnit(sized({0.2f, 0.2f, 0.3f})), 1) << "a pot stays one";
}

TEST(SizeInWords, NamesWhatIsAsLarge) {
    EXPECT_EQ(sizeInWords({18, 16, 7.3f}).english(), "a house");
    EXPECT_EQ(sizeInWords({0.5f, 0.5f, 0.8f}).english(), "a piece of furniture");
    EXPECT_EQ(sizeInWords({4.5f, 1.8f, 1.5f}).english(), "a car");
    EXPECT_EQ(sizeInWords({18000, 16000, 7300}).english(), "larger than anything built");
}
