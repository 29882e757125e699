#include <cmath>
#include <filesystem>
#include <fstream>

#include <gtest/gtest.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/finish/encode.h"
#include "core/finish/finish.h"
#include "core/view/camera.h"

using namespace thallos;
namespace fs = std::filesystem;

namespace {
fs::path scratch(const char* name) {
    const fs::path folder = fs::temp_directory_path() / "thallos-finish-test";
    fs::create_directories(folder);
    return folder / name;
}
Image ramp() {
    Image i(64, 32);
    for (int y = 0; y < 32; ++y)
        for (int x = 0; x < 64; ++x)
            i.at(x, y) = Rgb(static_cast<float>(x + 1) * 100, static_cast<float>(y + 1) * 120, 900);
    return i;
}
} // namespace

TEST(Camera, StandsBeforeABoxAndTakesItIn) {
    for (const float bearing : {0.0f, 1.1f, 2.6f, 4.4f})
        for (const float aspect : {16.0f / 9, 1.0f, 0.6f}) {
            Camera camera;
            camera.aspect = aspect;
            camera.pitch = 0.4f;
            const Box3f box(V3f(30, -10, 2), V3f(50, 4, 9));
            const Camera c = standingBefore(camera, box, bearing, [](const V2f&) { return 2.0f; });
            EXPECT_FLOAT_EQ(c.position.z, 3.6f) << "eye height over the ground there";
            EXPECT_EQ(c.pitch, 0) << "verticals upright";
            EXPECT_EQ(c.focal, camera.focal);
            const V3f from = c.position - box.center();
            EXPECT_NEAR(std::remainder(std::atan2(from.x, from.y) - bearing, 2 * M_PI), 0, 1e-3);
            const Lens lens(c);
            for (int k = 0; k < 8; ++k) {
                const V3f p = lens.project(
                    {k & 1 ? box.min.x : box.max.x, k & 2 ? box.min.y : box.max.y, k & 4 ? box.min.z : box.max.z});
                EXPECT_GT(p.z, 0);
                EXPECT_TRUE(p.x > 0 && p.x < 1 && p.y > 0 && p.y < 1) << bearing << " " << aspect;
            }
        }
}

TEST(Camera, FieldOfViewIsThatOfTheLens) {
    Camera c;
    c.focal = 36;
    c.sensor = 36;
    EXPECT_NEAR(degrees(horizontalField(c)), 53.13f, 0.01f);
    c.aspect = 0.5f; // portrait: the longer side stands
    EXPECT_NEAR(horizontalField(c), 2 * std::atan(0.25f), 1e-5);
}

TEST(Camera, RaysAndProjectionAgree) {
    Camera c;
    c.position = {3, -20, 1.6f};
    c.yaw = 0.4f;
    c.pitch = 0.1f;
    c.shift = 0.12f;
    const Lens lens(c);
    for (const V2f& p : {V2f(0.5f, 0.5f), V2f(0.1f, 0.9f), V2f(0.8f, 0.2f)}) {
        const V3f s = lens.project(lens.origin + lens.ray(p) * 17.0f);
        EXPECT_NEAR(s.x, p.x, 1e-4);
        EXPECT_NEAR(s.y, p.y, 1e-4);
        EXPECT_GT(s.z, 0);
    }
    EXPECT_LT(lens.project(lens.origin - lens.forward).z, 0);
}

TEST(Camera, BearingRunsFromNorthEastward) {
    Camera c;
    EXPECT_NEAR(viewDirection(c).y, 1, 1e-6);
    c.yaw = kPi / 2;
    EXPECT_NEAR(viewDirection(c).x, 1, 1e-6);
    EXPECT_GT(Lens(c).ray({1, 0.5f}).y * -1, 0) << "right of east lies south";
}

TEST(Camera, ShiftKeepsVerticalsUpright) {
    Camera c;
    c.pitch = radians(12);
    EXPECT_GT(convergence(c), radians(3));
    const Camera u = upright(c);
    EXPECT_EQ(u.pitch, 0);
    EXPECT_NEAR(convergence(u), 0, 1e-6);
    // A wall's edge has the same x at its foot and its head.
    const Lens lens(u);
    const V3f foot = lens.project({5, 0, 0}), head = lens.project({5, 0, 9});
    EXPECT_NEAR(foot.x, head.x, 1e-5);
    // What was in the middle still is.
    const V3f middle = c.position + viewDirection(c) * 30.0f;
    EXPECT_NEAR(lens.project(middle).y, 0.5f, 0.01f);
    // The shift that there was stays: what stood in the middle of the picture stands there again.
    Camera shifted = c;
    shifted.shift = 0.12f;
    const Lens before(shifted), after(upright(shifted));
    const V3f seen = before.origin + before.ray({0.5f, 0.5f}) * 30.0f;
    EXPECT_NEAR(after.project(seen).y, 0.5f, 0.01f);
}

TEST(Meter, PutsAnEvenGreyInTheMiddle) {
    Image grey(32, 32, Rgb(800));
    const float ev = meter(grey);
    EXPECT_NEAR(800 * exposureScale(ev), 0.29f, 0.01f);
    EXPECT_EQ(meter(Image(8, 8, Rgb(0)), 11), 11);
    EXPECT_EQ(meter(Image(), 9), 9);
}

TEST(Meter, ATenthOfGlareCountsLittleAndTheMiddleCountsMore) {
    // The same grey with a bright tenth at the rim, then with the bright part in the middle.
    Image rim(100, 60, Rgb(200)), middle = rim;
    for (int y = 0; y < 60; ++y)
        for (int x = 0; x < 10; ++x) rim.at(x, y) = Rgb(800);
    for (int y = 30; y < 50; ++y)
        for (int x = 35; x < 65; ++x) middle.at(x, y) = Rgb(800);
    const float even = meter(Image(100, 60, Rgb(200)));
    EXPECT_GT(meter(rim), even);
    EXPECT_LT(meter(rim), even + 0.6f);
    EXPECT_GT(meter(middle), meter(rim) + 0.1f) << "where the eye looks";
}

TEST(Meter, HoldsBackTheBrightest) {
    Image dark(64, 64, Rgb(100));
    for (int y = 0; y < 20; ++y)
        for (int x = 0; x < 64; ++x) dark.at(x, y) = Rgb(9000);
    Image plain(64, 64, Rgb(100));
    EXPECT_GT(meter(dark), meter(plain) + 0.3f);
}

TEST(Meter, IgnoresBrokenPixels) {
    Image grey(32, 32, Rgb(800));
    grey.at(3, 3) = Rgb(NAN);
    grey.at(4, 4) = Rgb(INFINITY);
    EXPECT_TRUE(std::isfinite(meter(grey)));
}

TEST(Finish, ExposureIsInStops) {
    const Image in(4, 4, Rgb(500));
    Finish f;
    const Image a = develop(in, 12, f);
    f.exposure = 1;
    const Image b = develop(in, 12, f);
    EXPECT_NEAR(b.at(1, 1).y / a.at(1, 1).y, 2, 1e-4);
}

TEST(Finish, BalanceMakesItsLightNeutral) {
    for (float k : {2800.0f, 4500.0f, 5600.0f, 9000.0f}) {
        const Rgb light = colourOfLight(k), white = light * balanceMatrix(k);
        EXPECT_NEAR(luminance(light), 1, 1e-4) << k;
        for (int c = 0; c < 3; ++c) EXPECT_NEAR(white[c], 1, 1e-3) << k;
        if (k < 4000) EXPECT_GT(light.x, 1.3f * light.z) << "warm";
        if (k > 8000) EXPECT_GT(light.z, 1.1f * light.x);
    }
    // Daylight of 6 504 K has the chromaticity 0.3127, 0.3290 (CIE D65), light of 2 856 K 0.4476, 0.4075 (CIE A).
    const auto chromaticity = [](float kelvin) {
        const Rgb c = colourOfLight(kelvin);
        const V3f xyz(0.6624542f * c.x + 0.1340042f * c.y + 0.1561877f * c.z,
                      0.2722287f * c.x + 0.6740818f * c.y + 0.0536895f * c.z,
                      -0.0055746f * c.x + 0.0040607f * c.y + 1.0103391f * c.z);
        return V2f(xyz.x, xyz.y) / (xyz.x + xyz.y + xyz.z);
    };
    EXPECT_LT((chromaticity(6504) - V2f(0.3127f, 0.3290f)).length(), 1e-3f);
    EXPECT_LT((chromaticity(2856) - V2f(0.4476f, 0.4075f)).length(), 1e-3f);
    // Greens stay green under warm light: the ratio of the channels moves less than by gains of the channels alone.
    const Rgb leaf(0.1f, 0.2f, 0.05f), lit = leaf * colourOfLight(3000), seen = lit * balanceMatrix(3000);
    EXPECT_GT(seen.y, 1.5f * seen.x);
}

TEST(Finish, ContrastTurnsAroundMiddleGrey) {
    Finish f;
    f.contrast = 1.4f;
    f.balance = 6000;
    const float ev = 12, grey = 0.125f * std::exp2(ev);
    Image in(1, 1, Rgb(grey) * balanceMatrix(f.balance).inverse());
    EXPECT_NEAR(develop(in, ev, f).at(0, 0).y, 0.18f, 2e-3);
    in.at(0, 0) *= 4.0f;
    EXPECT_GT(develop(in, ev, f).at(0, 0).y, 0.72f);
}

TEST(Finish, NoSaturationIsGrey) {
    Finish f;
    f.saturation = 0;
    const Rgb c = develop(Image(1, 1, Rgb(900, 300, 100)), 12, f).at(0, 0);
    EXPECT_NEAR(c.x, c.y, 1e-5);
    EXPECT_NEAR(c.y, c.z, 1e-5);
}

TEST(Finish, VignetteDarkensTheCornersAlone) {
    Finish f;
    f.vignette = 1;
    const Image out = develop(Image(101, 101, Rgb(500)), 12, f);
    EXPECT_NEAR(out.at(0, 0).y / out.at(50, 50).y, 0.5f, 0.03f);
    EXPECT_NEAR(out.at(50, 50).y / develop(Image(1, 1, Rgb(500)), 12, Finish()).at(0, 0).y, 1, 1e-3);
}

TEST(Finish, BrokenRadianceDoesNotSpread) {
    Image in(2, 1, Rgb(500));
    in.at(0, 0) = Rgb(NAN, -5, INFINITY);
    const Image out = develop(in, 12, Finish());
    for (int k = 0; k < 3; ++k) EXPECT_TRUE(std::isfinite(out.at(0, 0)[k]));
}

TEST(Display, IsMonotoneNeutralAndRollsOff) {
    const Display display;
    Image grey(12, 1);
    for (int i = 0; i < 12; ++i) grey.at(i, 0) = Rgb(0.002f * std::exp2(static_cast<float>(i)));
    const Image16 out = display.encode16(grey);
    for (int i = 0; i < 12; ++i) {
        const Pixel16& p = out.at(i, 0);
        EXPECT_NEAR(p.r, p.g, 2 * 257);
        EXPECT_NEAR(p.g, p.b, 2 * 257);
        if (i) EXPECT_GT(p.g, out.at(i - 1, 0).g);
    }
    const Image8 middle = display.encode(Image(1, 1, Rgb(0.18f)));
    // Middle grey is a tenth of white, in the curve of sRGB (IEC 61966-2-1): 89 of 255.
    EXPECT_NEAR(display.encode16(Image(1, 1, Rgb(0.18f))).at(0, 0).g / 257.0, 89, 2);
    EXPECT_NEAR(middle.at(0, 0).g, 89, 3);
    EXPECT_LT(display.encode(Image(1, 1, Rgb(1))).at(0, 0).g, 240) << "white paper keeps room for highlights";
}

TEST(Display, EightBitsAreDitheredByPlaceAndKeepTheMean) {
    const Display display;
    // A sky that brightens by half a step of 255 over a thousand pixels.
    Image sky(1000, 8);
    for (int y = 0; y < sky.height; ++y)
        for (int x = 0; x < sky.width; ++x) sky.at(x, y) = Rgb(0.3f + 2e-6f * static_cast<float>(x));
    const Image8 out = display.encode(sky);
    const Image16 deep = display.encode16(sky);
    double sum = 0, exact = 0;
    int changes = 0;
    for (int y = 0; y < sky.height; ++y)
        for (int x = 0; x < sky.width; ++x) {
            sum += out.at(x, y).g;
            exact += deep.at(x, y).g / 257.0;
            EXPECT_NEAR(out.at(x, y).g, deep.at(x, y).g / 257.0, 1.51);
            changes += x > 0 && out.at(x, y).g != out.at(x - 1, y).g;
        }
    EXPECT_NEAR(sum / exact, 1, 1e-3) << "no darker and no lighter";
    EXPECT_GT(changes, 1000) << "no line along which it jumps";
    // A part of a picture is a cut of it.
    Image part(40, 8);
    for (int y = 0; y < 8; ++y)
        for (int x = 0; x < 40; ++x) part.at(x, y) = sky.at(x + 100, y);
    const Image8 cut = display.encode(part, {100, 0});
    for (int y = 0; y < 8; ++y)
        for (int x = 0; x < 40; ++x) EXPECT_EQ(cut.at(x, y), out.at(x + 100, y));
}

TEST(Encode, SixteenBitsAndProfilesAreInTheFiles) {
    Image16 p(5, 4);
    for (size_t i = 0; i < p.pixels.size(); ++i) p.pixels[i] = Pixel16(static_cast<uint16_t>(i * 3001), 258, 65535);
    const auto bytesOf = [](const fs::path& file) {
        std::ifstream in(file, std::ios::binary);
        return std::string(std::istreambuf_iterator<char>(in), {});
    };
    for (const char* name : {"deep.png", "deep.TIF"}) {
        writePicture(scratch(name), p, "a word");
        const std::string a = bytesOf(scratch(name));
        writePicture(scratch(name), p, "a word");
        EXPECT_EQ(bytesOf(scratch(name)), a) << "no date in it";
    }
    const std::string png = bytesOf(scratch("deep.png"));
    EXPECT_EQ(png[24], 16) << "bits a channel, in the header";
    EXPECT_NE(png.find("iCCP"), std::string::npos);
    EXPECT_NE(png.find("a word"), std::string::npos);
    EXPECT_NE(bytesOf(scratch("deep.TIF")).find("acsp"), std::string::npos) << "a profile's mark";
    writePicture(scratch("p.jpg"), Image8(4, 4));
    EXPECT_NE(bytesOf(scratch("p.jpg")).find("ICC_PROFILE"), std::string::npos);
    EXPECT_THROW(writePicture(scratch("deep.jpg"), p), Error);
    EXPECT_TRUE(isExr("A.EXR"));
    EXPECT_TRUE(holdsDeep("a.PNG"));
    EXPECT_FALSE(holdsDeep("a.jpeg"));
    // Wider than the format may be: a sentence, and the program goes on.
    EXPECT_THROW(writePicture(scratch("wide.jpg"), Image8(70000, 1)), Error);
}

TEST(Encode, ExrComesBackInCandelas) {
    const fs::path file = scratch("a.exr");
    const Image in = ramp();
    writeExr(file, in, 12.5f);
    const ExrPicture back = readExr(file);
    EXPECT_NEAR(back.ev100, 12.5f, 1e-3);
    ASSERT_EQ(back.radiance.width, 64);
    for (size_t i = 0; i < in.pixels.size(); ++i)
        for (int k = 0; k < 3; ++k) EXPECT_NEAR(back.radiance.pixels[i][k] / in.pixels[i][k], 1, 1e-3);
}

TEST(Encode, SamePictureSameBytes) {
    Image8 p(16, 16);
    for (size_t i = 0; i < p.pixels.size(); ++i)
        p.pixels[i] = {static_cast<uint8_t>(i), static_cast<uint8_t>(i * 3), 7};
    EXPECT_EQ(encodePng(p), encodePng(p));
    for (const char* name : {"a.png", "a.jpg", "a.tif"}) {
        writePicture(scratch(name), p);
        EXPECT_GT(fs::file_size(scratch(name)), 50u);
    }
}

TEST(Encode, TroublesAreTold) {
    const Image8 p(4, 4);
    EXPECT_THROW(writePicture(scratch("a.gif"), p), Error);
    EXPECT_THROW(writePicture("/no-such-folder/a.png", p), Error);
    EXPECT_THROW(readExr(scratch("missing.exr")), Error);
    const fs::path broken = scratch("broken.exr");
    writeExr(broken, ramp(), 12);
    fs::resize_file(broken, fs::file_size(broken) / 2);
    EXPECT_THROW(readExr(broken), Error);
}

TEST(Encode, AFileAppearsWholeOrNotAtAll) {
    const fs::path file = scratch("whole.txt");
    fs::remove(file);
    EXPECT_THROW(writeWhole(file, [](const fs::path&) { throw std::runtime_error("full"); }), Error);
    EXPECT_FALSE(fs::exists(file));
    for (const auto& e : fs::directory_iterator(file.parent_path()))
        EXPECT_EQ(e.path().filename().string().find("whole"), std::string::npos);
}

TEST(Display, TheTableForMovingPicturesIsNearTheChain) {
    const Display display;
    Random random(3);
    Image image(256, 128);
    for (Rgb& c : image.pixels) {
        const float light = 0.18f * std::exp2(-8 + 13 * random.unit());
        c = Rgb(random.unit(), random.unit(), random.unit()) * (2 * light);
    }
    const Image8 exact = display.encode(image), quick = display.quickly(image);
    double sum = 0;
    int worst = 0;
    for (size_t i = 0; i < exact.pixels.size(); ++i)
        for (const auto& [a, b] :
             {std::pair(exact.pixels[i].r, quick.pixels[i].r), std::pair(exact.pixels[i].g, quick.pixels[i].g),
              std::pair(exact.pixels[i].b, quick.pixels[i].b)}) {
            sum += std::abs(a - b);
            worst = std::max(worst, std::abs(a - b));
        }
    EXPECT_LT(sum / (3.0 * static_cast<double>(exact.pixels.size())), 1);
    EXPECT_LT(worst, 60) << "of colours at the very edge of the gamut";
    // Greys, black, and what no display holds.
    Image edges(4, 1);
    edges.pixels = {Rgb(0), Rgb(0.18f), Rgb(1e5f), Rgb(1e-6f)};
    const Image8 a = display.encode(edges), b = display.quickly(edges);
    for (int i = 0; i < 4; ++i) EXPECT_NEAR(a.pixels[i].g, b.pixels[i].g, 2) << i;
}
