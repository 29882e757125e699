// thallos-cli as a person or a script calls it.
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <sstream>

#include <gtest/gtest.h>
#include <nlohmann/json.hpp>
#include <sys/wait.h>
#include <unistd.h>

namespace fs = std::filesystem;
using nlohmann::json;

namespace {

struct Result {
    int status;
    std::string out, err;
    json parsed() const { return json::parse(out, nullptr, false); }
};

struct Cli : testing::Test {
    fs::path folder = fs::temp_directory_path() / ("thallos-cli-" + std::to_string(::getpid()));
    fs::path program = fs::read_symlink("/proc/self/exe").parent_path() / "thallos-cli";
    Cli() { fs::create_directories(folder); }
    ~Cli() override { fs::remove_all(folder); }

    Result run(const std::string& arguments) const {
        const std::string command =
            program.string() + " " + arguments + " >" + (folder / "out").string() + " 2>" + (folder / "err").string();
        const int status = std::system(command.c_str());
        return {WIFEXITED(status) ? WEXITSTATUS(status) : -1, read(folder / "out"), read(folder / "err")};
    }
    static std::string read(const fs::path& file) {
        std::ifstream in(file, std::ios::binary);
        std::stringstream s;
        s << in.rdbuf();
        return s.str();
    }
    std::string path(const char* name) const { return (folder / name).string(); }
    std::string site(int size = 60) const {
        const std::string file = path("site.thallos");
        EXPECT_EQ(
            run("new " + file + " --size-m " + std::to_string(size) + "," + std::to_string(size) + " --cell-m 0.5")
                .status,
            0);
        return file;
    }
    std::string patch(const json& p) const {
        std::ofstream(folder / "patch.json") << p.dump();
        return path("patch.json");
    }
};

const std::string kHouse = std::string(THALLOS_SOURCE) + "/assets/demo/honey-house.glb";

} // namespace

TEST_F(Cli, HelpIsThereForEverything) {
    EXPECT_EQ(run("--help").status, 0);
    for (const char* c : {"info", "dump", "edit", "new", "import", "ground", "plants", "species", "sun", "daylight",
                          "render", "finish"}) {
        const Result r = run(std::string(c) + " --help");
        EXPECT_EQ(r.status, 0) << c;
        EXPECT_GT(r.out.size(), 60u) << c;
    }
}

TEST_F(Cli, WrongUsageIsTwo) {
    for (const char* c :
         {"", "nonsense", "sun", "render", "new x.thallos", "sun --lat 100 --lon 0 --time 2026-01-01T00:00:00Z",
          "import a b --unit league --out c", "daylight --sun-altitude 20 --sky green"})
        EXPECT_EQ(run(c).status, 2) << c;
}

TEST_F(Cli, FailuresAreOneAndOneSentence) {
    for (const std::string& c : std::vector<std::string>{"info " + path("none.thallos"), "info " + path("none.glb"),
                                                         "dump " + path("none.thallos"), "species Triffid",
                                                         "finish " + path("none.exr") + " --out " + path("x.png"),
                                                         "new /no-such-folder/x.thallos --size-m 10,10 --cell-m 1",
                                                         "new " + path("x.thallos") + " --size-m 0,10 --cell-m 1",
                                                         "new " + path("x.thallos") + " --size-m ten --cell-m 1"}) {
        const Result r = run(c);
        EXPECT_EQ(r.status, 1) << c;
        EXPECT_EQ(std::count(r.err.begin(), r.err.end(), '\n'), 1) << r.err;
        EXPECT_TRUE(r.out.empty()) << r.out;
    }
}

TEST_F(Cli, SunMatchesTheReport) {
    const json j = run("sun --lat 39.742476 --lon -105.1786 --time 2003-10-17T12:30:30-07:00 --elevation-m 1830.14 "
                       "--pressure-hpa 820 --temperature-c 11 --delta-t-s 67 --json")
                       .parsed();
    EXPECT_NEAR(j["zenith_deg"], 50.11162, 0.0003);
    EXPECT_NEAR(j["azimuth_deg"], 194.34024, 0.0003);
    EXPECT_EQ(j["transit"], "11:46:05");
    // The same moment in another zone and without colons.
    for (const char* t : {"2003-10-17T19:30:30Z", "2003-10-17T19:30:30", "2003-10-17T21:30:30+0200"})
        EXPECT_NEAR(run(std::string("sun --lat 39.742476 --lon -105.1786 --elevation-m 1830.14 --pressure-hpa 820 "
                                    "--temperature-c 11 --delta-t-s 67 --json --time ") +
                        t)
                        .parsed()["azimuth_deg"],
                    194.34024, 0.0003)
            << t;
    EXPECT_EQ(run("sun --lat 0 --lon 0 --time yesterday").status, 1);
    EXPECT_EQ(run("sun --lat 0 --lon 0 --time 2026-02-30T10:00:00Z").status, 1);
}

TEST_F(Cli, DaylightFalls) {
    const json noon = run("daylight --sun-altitude 60 --json").parsed(),
               evening = run("daylight --sun-altitude 5 --turbidity 5 --json").parsed();
    for (const char* key : {"direct_normal_lx", "direct_horizontal_lx", "diffuse_horizontal_lx", "zenith_cd_m2"})
        EXPECT_GT(noon[key].get<double>(), evening[key].get<double>()) << key;
    EXPECT_NEAR(noon["direct_horizontal_lx"].get<double>() / noon["direct_normal_lx"].get<double>(),
                std::sin(60 * M_PI / 180), 1e-3);
}

TEST_F(Cli, CloudsMakeDaylightDiffuse) {
    const json clear = run("daylight --sun-altitude 40 --json").parsed(),
               partly = run("daylight --sun-altitude 40 --sky partly --json").parsed(),
               overcast = run("daylight --sun-altitude 40 --sky overcast --json").parsed();
    EXPECT_GT(clear["direct_normal_lx"].get<double>(), partly["direct_normal_lx"].get<double>());
    EXPECT_EQ(overcast["direct_normal_lx"].get<double>(), 0);
    EXPECT_GT(partly["diffuse_horizontal_lx"].get<double>(), clear["diffuse_horizontal_lx"].get<double>());
}

TEST_F(Cli, SpeciesAreListed) {
    const json all = run("species --json").parsed()["species"];
    EXPECT_GE(all.size(), 4u);
    const json apple = run("species Apple --json").parsed();
    EXPECT_EQ(apple["variants"], 3);
    EXPECT_GT(apple["height_m"], 3);
    EXPECT_GT(apple["triangles"], 1000);
}

TEST_F(Cli, InfoOfModelAndProject) {
    const json model = run("info " + kHouse + " --json").parsed();
    EXPECT_EQ(model["kind"], "model");
    EXPECT_GE(model["items"].size(), 60u);
    const json demo = run(std::string("info ") + THALLOS_DEMO + " --json").parsed();
    EXPECT_EQ(demo["kind"], "project");
    EXPECT_GT(demo["plants"], 10000);
    int shots = 0;
    for (const json& i : demo["items"]) shots += i["type"] == "shot";
    EXPECT_EQ(shots, 3);
    EXPECT_TRUE(demo["warnings"].empty()) << demo["warnings"];
}

TEST_F(Cli, DumpAndEditGoTogether) {
    const std::string file = site();
    const json before = run("dump " + file).parsed();
    EXPECT_EQ(before["schema"], 10);
    const Result same =
        run("edit " + file + " --patch " + patch(json::array()) + " --out " + path("same.thallos") + " --json");
    EXPECT_EQ(same.parsed()["changed"], false);
    EXPECT_EQ(run("dump " + path("same.thallos")).parsed(), before);
    const json drift = {{"id", 3},
                        {"name", "Meadow"},
                        {"type", "drift"},
                        {"visible", true},
                        {"locked", false},
                        {"areas_m", {{{-20, -20}, {20, -20}, {20, 20}, {-20, 20}}}},
                        {"mix", {{{"species", "Fescue"}, {"share", 1}}}},
                        {"density_per_m2", 2},
                        {"spacing_m", 0.1},
                        {"size_spread", 0.2},
                        {"lean", 0},
                        {"patchiness", 0},
                        {"seed", 3},
                        {"version", 1}};
    const json change = {{{"op", "add"}, {"path", "/items/-"}, {"value", drift}},
                         {{"op", "replace"}, {"path", "/next_id"}, {"value", 4}}};
    const Result edited =
        run("edit " + file + " --patch " + patch(change) + " --out " + path("edited.thallos") + " --json");
    EXPECT_EQ(edited.status, 0) << edited.err;
    EXPECT_EQ(edited.parsed()["changed"], true);
    EXPECT_GT(run("info " + path("edited.thallos") + " --json").parsed()["plants"], 1000);

    const Result planted =
        run("plants " + path("edited.thallos") + " --item Meadow --csv " + path("p.csv") + " --json");
    EXPECT_EQ(planted.status, 0);
    const std::string csv = read(folder / "p.csv");
    EXPECT_EQ(csv.substr(0, csv.find('\n')), "item,species,variant,x_m,y_m,z_m,yaw_deg,tilt_deg,scale,height_m");
    EXPECT_EQ(std::count(csv.begin(), csv.end(), '\n') - 1, planted.parsed()["plants"].get<int64_t>());
}

TEST_F(Cli, BadPatchesChangeNothing) {
    const std::string file = site();
    for (const json& bad : {json{{{"op", "remove"}, {"path", "/nowhere"}}},
                            json{{{"op", "replace"}, {"path", "/ground/cell_m"}, {"value", -1}}},
                            json{{{"op", "replace"}, {"path", "/items/0/name"}, {"value", ""}}},
                            json{{{"op", "replace"}, {"path", "/schema"}, {"value", 99}}}, json("text"),
                            json{{{"op", "replace"}, {"path", "/items/0/camera/focal_mm"}, {"value", 0}}}}) {
        const Result r = run("edit " + file + " --patch " + patch(bad) + " --out " + path("never.thallos"));
        EXPECT_EQ(r.status, 1) << bad;
        EXPECT_FALSE(fs::exists(folder / "never.thallos"));
    }
}

TEST_F(Cli, ImportSeatsTheBuilding) {
    const std::string file = site(100);
    const Result r =
        run("import " + file + " " + kHouse + " --at 5,-3 --yaw 20 --seat --out " + path("built.thallos") + " --json");
    ASSERT_EQ(r.status, 0) << r.err;
    const json j = r.parsed();
    EXPECT_GE(j["parts"], 60);
    EXPECT_GE(j["materials"], 10);
    EXPECT_NEAR((j["bounds_m"][0][0].get<double>() + j["bounds_m"][1][0].get<double>()) / 2, 5, 0.5);
    const json document = run("dump " + path("built.thallos")).parsed();
    EXPECT_EQ(document["items"].back()["type"], "pad");
    EXPECT_EQ(run("import " + file + " " + path("none.glb") + " --out " + path("never.thallos")).status, 1);
    EXPECT_FALSE(fs::exists(folder / "never.thallos"));
}

TEST_F(Cli, GroundGoesOutAndIn) {
    const std::string file = site();
    const json relief = {{{"op", "replace"}, {"path", "/items/1/relief/height_m"}, {"value", 6}}};
    ASSERT_EQ(run("edit " + file + " --patch " + patch(relief) + " --out " + path("hills.thallos")).status, 0);
    const json out = run("ground " + path("hills.thallos") + " --export " + path("h.tif") + " --json").parsed();
    EXPECT_EQ(out["width"], 121);
    EXPECT_EQ(out["height"], 121);
    const Result in =
        run("ground " + file + " --import " + path("h.tif") + " --out " + path("back.thallos") + " --json");
    ASSERT_EQ(in.status, 0) << in.err;
    EXPECT_NEAR(in.parsed()["max_m"], out["max_m"], 1e-3);
    const std::string line = " --profile -20,-10,22,14 --samples 40 --json";
    const json a = run("ground " + path("hills.thallos") + line).parsed(),
               b = run("ground " + path("back.thallos") + line).parsed();
    ASSERT_EQ(a["z_m"].size(), 40u);
    for (int i = 0; i < 40; ++i) EXPECT_NEAR(a["z_m"][i], b["z_m"][i], 1e-3);
    EXPECT_NEAR(a["x_m"][39], 22, 1e-4);
    // Another size only when asked.
    const std::string small = path("small.thallos");
    ASSERT_EQ(run("new " + small + " --size-m 30,30 --cell-m 0.5").status, 0);
    EXPECT_EQ(run("ground " + small + " --import " + path("h.tif")).status, 1);
    EXPECT_EQ(run("ground " + small + " --import " + path("h.tif") + " --resample").status, 0);
}

TEST_F(Cli, RenderIsTheSameForAnyNumberOfThreads) {
    const std::string file = site();
    const std::string common = "render " + file + " --size 96x54 --samples 4 --seed 3 --json ";
    const Result one = run(common + "--threads 1 --out " + path("one.png")),
                 two = run(common + "--threads 2 --out " + path("two.png"));
    ASSERT_EQ(one.status, 0) << one.err;
    ASSERT_EQ(two.status, 0) << two.err;
    EXPECT_EQ(read(folder / "one.png"), read(folder / "two.png")) << "byte for byte";
    for (const char* key : {"seconds", "samples", "rays", "mrays_per_s", "peak_mib"})
        EXPECT_TRUE(one.parsed().contains(key)) << key;
    EXPECT_EQ(one.parsed()["samples"], 4);
    EXPECT_EQ(one.parsed()["rays"], two.parsed()["rays"]);
    ASSERT_EQ(run(common + "--threads 2 --out " + path("two.exr")).status, 0);
    ASSERT_EQ(run(common + "--threads 1 --out " + path("one.exr")).status, 0);
    EXPECT_EQ(read(folder / "one.exr"), read(folder / "two.exr"));
}

TEST_F(Cli, FinishWorksFromTheExr) {
    const std::string file = site();
    ASSERT_EQ(run("render " + file + " --size 80x45 --samples 2 --out " + path("a.exr")).status, 0);
    EXPECT_EQ(run("finish " + path("a.exr") + " --out " + path("plain.png")).status, 0);
    std::ofstream(folder / "bright.json") << R"({"exposure_stops": 1.5, "balance_k": 4800, "vignette_stops": 0.5})";
    EXPECT_EQ(
        run("finish " + path("a.exr") + " --recipe " + path("bright.json") + " --out " + path("bright.png")).status, 0);
    EXPECT_NE(read(folder / "plain.png"), read(folder / "bright.png"));
    std::ofstream(folder / "wrong.json") << R"({"contrast": 9})";
    EXPECT_EQ(run("finish " + path("a.exr") + " --recipe " + path("wrong.json") + " --out " + path("never.png")).status,
              1);
    EXPECT_FALSE(fs::exists(folder / "never.png"));
    fs::resize_file(folder / "a.exr", fs::file_size(folder / "a.exr") / 2);
    EXPECT_EQ(run("finish " + path("a.exr") + " --out " + path("never.png")).status, 1);
}

TEST_F(Cli, PassesLieInTheExr) {
    const std::string file = site();
    ASSERT_EQ(run("render " + file +
                  " --size 64x36 --samples 2 --passes depth,normal,albedo,alpha,light,sources,mattes --out " +
                  path("p.exr"))
                  .status,
              0);
    const std::string bytes = read(folder / "p.exr");
    for (const char* channel :
         {"depth.Z", "normal.X", "normal.Y", "normal.Z", "albedo.R", "albedo.G", "albedo.B", "alpha.A",
          "light_direct.R", "light_haze.B", "source_sun.R", "source_sky.G", "items00.R", "materials02.A"})
        EXPECT_NE(bytes.find(std::string(channel) + '\0'), std::string::npos) << channel;
    EXPECT_NE(bytes.find("MurmurHash3_32"), std::string::npos) << "a manifest of the mattes";
    ASSERT_EQ(run("render " + file + " --size 64x36 --samples 2 --matte-png --out " + path("m.png")).status, 0);
    EXPECT_TRUE(fs::exists(folder / "m-items-1.png") && fs::exists(folder / "m-materials-1.png"));
    EXPECT_EQ(run("render " + file + " --size 32x18 --samples 1 --denoise 0.5 --out " + path("h.png")).status, 0);
    EXPECT_EQ(run("render " + file + " --size 32x18 --samples 1 --denoise much --out " + path("never.png")).status, 1);
    // It is finished like any other.
    EXPECT_EQ(run("finish " + path("p.exr") + " --out " + path("p.png")).status, 0);
    const Result wrong = run("render " + file + " --size 64x36 --samples 1 --passes depth --out " + path("never.png"));
    EXPECT_EQ(wrong.status, 1);
    EXPECT_FALSE(fs::exists(folder / "never.png"));
    EXPECT_EQ(run("render " + file + " --passes smell --out " + path("never.exr")).status, 2);
}

TEST_F(Cli, RunDataGoIntoTheFileOnlyWhenAsked) {
    const std::string file = site();
    for (const char* ending : {"png", "jpg", "tif", "exr"}) {
        const std::string plain = path((std::string("plain.") + ending).c_str()),
                          stamped = path((std::string("stamped.") + ending).c_str());
        ASSERT_EQ(run("render " + file + " --size 32x18 --samples 1 --out " + plain).status, 0);
        ASSERT_EQ(run("render " + file + " --size 32x18 --samples 1 --stamp --out " + stamped).status, 0);
        EXPECT_EQ(read(plain).find("1 samples in"), std::string::npos) << ending;
        EXPECT_NE(read(stamped).find("1 samples in"), std::string::npos) << ending;
    }
    // A stamped picture is still a whole one.
    EXPECT_EQ(run("finish " + path("stamped.exr") + " --out " + path("s.png")).status, 0);
}

TEST_F(Cli, RenderRefusesNonsense) {
    const std::string file = site();
    for (const char* bad : {"--size 0x0", "--size 99999x99999", "--size wide", "--shot Nowhere",
                            "--region 0,0,900,900 --size 64x64", "--region x --size 64x64"})
        EXPECT_EQ(run("render " + file + " --samples 1 " + bad + " --out " + path("never.png")).status, 1) << bad;
    EXPECT_EQ(run("render " + file + " --samples 1 --size 64x36 --out " + path("never.gif")).status, 1);
    EXPECT_EQ(run("render " + file + " --samples 1 --size 64x36 --out /no-such-folder/x.png").status, 1);
    EXPECT_FALSE(fs::exists(folder / "never.png"));
}

TEST_F(Cli, ThingsFromElsewhereAreBroughtInListedAndCollected) {
    const fs::path data = folder / "data";
    const std::string before = std::getenv("XDG_DATA_HOME");
    ::setenv("XDG_DATA_HOME", data.c_str(), 1);
    const Result made =
        run("--json proxy " + kHouse + " --name \"Little house\" --kind thing --height-m 0.4 --licence CC0");
    ASSERT_EQ(made.status, 0) << made.err;
    EXPECT_EQ(made.parsed()["height_m"], 0.4f);
    EXPECT_GT(made.parsed()["height_in_file_m"], 2);
    EXPECT_TRUE(fs::exists(made.parsed()["recipe"].get<std::string>()));
    EXPECT_FALSE(made.parsed()["report"].empty());
    EXPECT_EQ(run("proxy " + kHouse + " --height-m 0").status, 1);
    EXPECT_EQ(run("proxy " + kHouse + " --height-m 1 --slot nothing=leaf").status, 1);
    EXPECT_EQ(run("proxy " + kHouse + " --height-m 1 --kind monster").status, 2);
    EXPECT_EQ(run("proxy " + path("missing.obj") + " --height-m 1").status, 1);
    // Its own species are those of the user.
    const Result species = run("--json species \"Little house\"");
    ASSERT_EQ(species.status, 0) << species.err;
    EXPECT_NEAR(species.parsed()["height_m"].get<double>(), 0.4, 0.01);
    const std::string file = site();
    ASSERT_EQ(run("import " + file + " " + kHouse + " --out " + file).status, 0);
    const std::string change = patch(
        {{{"op", "add"},
          {"path", "/items/-"},
          {"value",
           {{"id", 900},
            {"name", "Models"},
            {"type", "specimens"},
            {"visible", true},
            {"locked", false},
            {"specimens",
             {{{"species", "Little house"}, {"at_m", {9, 9}}, {"turn_deg", 0}, {"scale", 1}, {"individual", 0}}}}}}},
         {{"op", "replace"}, {"path", "/next_id"}, {"value", 901}}});
    ASSERT_EQ(run("edit " + file + " --patch " + change + " --out " + file).status, 0);
    const json assets = run("--json rights " + file).parsed()["assets"];
    ASSERT_EQ(assets.size(), 2u);
    EXPECT_EQ(assets[1]["licence"], "CC0");
    EXPECT_NE(run("rights " + file).out.find("name,what,maker"), std::string::npos);
    const Result all = run("--json collect " + file + " " + path("all"));
    ASSERT_EQ(all.status, 0) << all.err;
    EXPECT_TRUE(fs::exists(folder / "all" / "rights.csv"));
    EXPECT_TRUE(fs::exists(folder / "all" / "sources" / "honey-house.glb"));
    // Where nobody knows the species the collected project has it.
    fs::remove_all(data);
    const Result plants =
        run("--json plants " + all.parsed()["project"].get<std::string>() + " --csv " + path("p.csv"));
    ASSERT_EQ(plants.status, 0) << plants.err;
    EXPECT_EQ(plants.parsed()["plants"], 1);
    ::setenv("XDG_DATA_HOME", before.c_str(), 1);
}

TEST_F(Cli, TellsSnagsHealthAndContactOfAFile) {
    const std::string file = site();
    ASSERT_EQ(run("import " + file + " " + kHouse + " --at 4,-3 --yaw 37 --out " + file).status, 0);
    const std::string name = run("--json info " + file).parsed()["items"].back()["name"];
    // Lifted by half a metre it floats all round.
    const json document = run("dump " + file).parsed();
    int at = -1;
    for (size_t i = 0; i < document["items"].size(); ++i)
        if (document["items"][i]["type"] == "building") at = static_cast<int>(i);
    ASSERT_GE(at, 0);
    const double z = document["items"][static_cast<size_t>(at)]["position_m"][2];
    const std::string to = "/items/" + std::to_string(at) + "/position_m/2";
    const std::string up = patch({{{"op", "replace"}, {"path", to}, {"value", z + 0.5}}});
    ASSERT_EQ(run("edit " + file + " --patch " + up + " --out " + file).status, 0);
    const Result snags = run("--json snags " + file);
    ASSERT_EQ(snags.status, 0) << snags.err;
    bool floats = false;
    const json told = snags.parsed();
    for (const json& s : told["snags"])
        if (s["check"] == "floating_edge") {
            floats = true;
            EXPECT_EQ(s["item"], name);
            EXPECT_GT(s["value"].get<double>(), 0.4);
            EXPECT_LT(s["limit"].get<double>(), 0.05);
            EXPECT_EQ(s["unit"], "m");
            EXPECT_FALSE(s["fix"].get<std::string>().empty());
        }
    EXPECT_TRUE(floats) << snags.out;
    const Result contact = run("--json contact " + file + " \"" + name + "\"");
    ASSERT_EQ(contact.status, 0) << contact.err;
    EXPECT_GT(contact.parsed()["floating_m"].get<double>(), 0.9 * contact.parsed()["perimeter_m"].get<double>());
    EXPECT_EQ(contact.parsed()["gap_m"].size(), contact.parsed()["along_m"].size());
    const Result health = run("--json health " + file + " \"" + name + "\"");
    ASSERT_EQ(health.status, 0) << health.err;
    EXPECT_TRUE(health.parsed()["faults"].is_array());
    EXPECT_EQ(run("health " + file + " Nobody").status, 1);
    EXPECT_EQ(run("contact " + file + " \"First look\"").status, 1);
    EXPECT_EQ(run("snags " + file + " --shot Nowhere").status, 1);
}

TEST_F(Cli, TheNextFileTakesThePlaceOfABuilding) {
    const auto boxes = [&](const char* name, bool cellar) {
        std::ofstream out(folder / name);
        int n = 0;
        const auto box = [&](const char* part, double low, double high, double wide) {
            out << "o " << part << "\n";
            for (int k = 0; k < 8; ++k)
                out << "v " << (k & 1 ? wide : 0) << " " << (k & 2 ? high : low) << " " << (k & 4 ? 4 : 0) << "\n";
            for (const char* f : {"1 3 4 2", "5 6 8 7", "1 2 6 5", "3 7 8 4", "1 5 7 3", "2 4 8 6"}) {
                std::istringstream corners(f);
                out << "f";
                for (int c; corners >> c;) out << " " << c + n;
                out << "\n";
            }
            n += 8;
        };
        box("House", 0, 3, 6);
        if (cellar) box("Cellar", -2.5, 0, 6);
    };
    boxes("house.obj", false);
    boxes("next.obj", true);
    const std::string file = site();
    ASSERT_EQ(run("import " + file + " " + path("house.obj") + " --at 5,6 --yaw 90 --seat --out " + file).status, 0);
    const auto floorOf = [&](const json& document, const char* type, const char* key) {
        for (const json& i : document["items"])
            if (i["type"] == type) return key[0] == 'p' ? i[key][2].get<double>() : i[key].get<double>();
        return -1e9;
    };
    const json before = run("dump " + file).parsed();
    const Result again = run("--json import " + file + " " + path("house.obj") + " --replace house --out " + file);
    ASSERT_EQ(again.status, 0) << again.err;
    for (const char* list : {"added", "changed", "removed"}) EXPECT_TRUE(again.parsed()[list].empty()) << list;
    const Result next = run("--json import " + file + " " + path("next.obj") + " --replace house --out " + file);
    ASSERT_EQ(next.status, 0) << next.err;
    EXPECT_EQ(next.parsed()["added"], json::array({"Cellar"}));
    EXPECT_TRUE(next.parsed()["removed"].empty());
    const json after = run("dump " + file).parsed();
    const double sank = floorOf(before, "building", "position_m") - floorOf(after, "building", "position_m");
    EXPECT_NEAR(sank, 2.5, 1e-3);
    EXPECT_NEAR(floorOf(after, "pad", "rise_m") - floorOf(before, "pad", "rise_m"), 2.5, 1e-3) << "the pad stays";
    EXPECT_EQ(run("import " + file + " " + path("next.obj") + " --replace Nobody --out " + file).status, 1);
    EXPECT_EQ(run("import " + file + " " + path("next.obj") + " --replace house --at 1,1 --out " + file).status, 2);
}
