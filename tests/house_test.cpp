// The order of the rooms: a file may include its own room and those above it. Core knows no Qt.
#include <filesystem>
#include <fstream>
#include <regex>

#include <gtest/gtest.h>

namespace fs = std::filesystem;

namespace {

const std::vector<std::string> kRooms{"base",   "mesh",    "material", "ground", "planting", "light", "view",
                                      "finish", "project", "exchange", "trace",  "snags",    "jobs"};

// Rooms that may be called from rooms above them in the list, with the reason.
bool allowed(const std::string& from, const std::string& to) {
    const auto a = std::find(kRooms.begin(), kRooms.end(), from), b = std::find(kRooms.begin(), kRooms.end(), to);
    return b <= a;
}

std::vector<fs::path> sources(const std::string& folder) {
    std::vector<fs::path> out;
    for (const auto& e : fs::recursive_directory_iterator(fs::path(THALLOS_SOURCE) / folder))
        if (e.path().extension() == ".cpp" || e.path().extension() == ".h") out.push_back(e.path());
    return out;
}

std::vector<std::string> includes(const fs::path& file) {
    std::ifstream in(file);
    std::vector<std::string> out;
    std::string line;
    const std::regex pattern("^\\s*#include\\s*[<\"]([^>\"]+)[>\"]");
    std::smatch m;
    while (std::getline(in, line))
        if (std::regex_search(line, m, pattern)) out.push_back(m[1]);
    return out;
}

} // namespace

TEST(House, RoomsIncludeOnlyUpwards) {
    for (const fs::path& file : sources("core")) {
        const std::string room = file.parent_path().filename();
        ASSERT_NE(std::find(kRooms.begin(), kRooms.end(), room), kRooms.end()) << file << " stands in no room";
        for (const std::string& i : includes(file))
            if (i.rfind("core/", 0) == 0) {
                const std::string other = i.substr(5, i.find('/', 5) - 5);
                EXPECT_TRUE(allowed(room, other)) << file << " includes " << i;
            }
    }
}

TEST(House, CoreAndToolsWithoutWindowsKnowNoQt) {
    for (const char* folder : {"core", "cli", "importer", "tools"})
        for (const fs::path& file : sources(folder))
            for (const std::string& i : includes(file)) {
                EXPECT_FALSE(std::regex_search(i, std::regex("^Q[A-Z]"))) << file << " includes " << i;
                EXPECT_NE(i.rfind("app/", 0), 0u) << file << " includes " << i;
            }
}

TEST(House, ReadersOfForeignFilesStayInTheChildProgram) {
    for (const char* folder : {"core", "cli", "app", "tools"})
        for (const fs::path& file : sources(folder))
            for (const std::string& i : includes(file))
                EXPECT_FALSE(std::regex_search(i, std::regex("assimp|tiny_gltf|gdal|cpl_")))
                    << file << " includes " << i;
}

TEST(House, HeadersGuardThemselves) {
    for (const char* folder : {"core", "app", "cli", "importer", "tools"})
        for (const fs::path& file : sources(folder)) {
            if (file.extension() != ".h") continue;
            std::ifstream in(file);
            const std::string text((std::istreambuf_iterator<char>(in)), {});
            EXPECT_NE(text.find("#pragma once"), std::string::npos) << file;
            EXPECT_EQ(text.rfind("//", 0), 0u) << file << " does not say what it is for";
        }
}
