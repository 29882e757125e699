// The order of the rooms: a file may include its own room and those above it. Core knows no Qt.
#include <algorithm>
#include <filesystem>
#include <fstream>
#include <regex>

#include <gtest/gtest.h>

namespace fs = std::filesystem;

namespace {

// Each may include itself and what stands before it.
const std::vector<std::string> kCoreRooms{"base", "mesh",   "material", "model", "ground",   "planting", "light",
                                          "view", "finish", "project",  "snags", "exchange", "trace",    "jobs"};
const std::vector<std::string> kAppRooms{"words", "widgets",   "work",    "panes", "tools",
                                         "lists", "inspector", "windows", "kinds", "shell"};

// The room of a path below `part` ("core/ground/pad.cpp"); empty: it stands in none.
std::string roomOf(const std::string& path, const std::string& part) {
    if (path.rfind(part + "/", 0) != 0) return {};
    const std::string rest = path.substr(part.size() + 1);
    const auto slash = rest.find('/');
    return slash == std::string::npos ? std::string() : rest.substr(0, slash);
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

void expectOrder(const std::string& part, const std::vector<std::string>& rooms) {
    const auto floorOf = [&](const std::string& room) { return std::find(rooms.begin(), rooms.end(), room); };
    for (const fs::path& file : sources(part)) {
        const std::string path = fs::relative(file, THALLOS_SOURCE).generic_string();
        const std::string room = roomOf(path, part);
        if (file.filename() == "main.cpp") continue; // stands above all rooms
        ASSERT_NE(floorOf(room), rooms.end()) << path << " stands in no room";
        for (const std::string& i : includes(file))
            if (const std::string other = roomOf(i, part); !other.empty()) {
                EXPECT_LE(floorOf(other) - rooms.begin(), floorOf(room) - rooms.begin()) << path << " includes " << i;
            }
    }
}

TEST(House, RoomsOfTheCoreIncludeOnlyUpwards) {
    expectOrder("core", kCoreRooms);
}

TEST(House, RoomsOfTheWindowIncludeOnlyUpwards) {
    expectOrder("app", kAppRooms);
}

TEST(House, FilesAreShortEnoughToBeRead) {
    for (const char* part : {"core", "app", "cli", "importer", "tools"})
        for (const fs::path& file : sources(part)) {
            std::ifstream in(file);
            const auto lines = std::count(std::istreambuf_iterator<char>(in), {}, '\n');
            EXPECT_LE(lines, 600) << file << " asks for a wall";
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
