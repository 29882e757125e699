#include "core/exchange/foreign.h"
#include "core/base/text.h"

#include <algorithm>
#include <cctype>
#include <cerrno>
#include <cstring>
#include <fstream>
#include <sstream>
#include <thread>

#include <fcntl.h>
#include <signal.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/outside.h"
#include "core/exchange/reason.h"
#include "core/finish/encode.h"
#include "core/model/model_blob.h"

namespace thallos {

namespace fs = std::filesystem;

namespace {

// A private folder that goes when this does.
class Scratch {
public:
    Scratch() {
        std::string pattern = (fs::temp_directory_path() / "thallos-XXXXXX").string();
        if (!::mkdtemp(pattern.data()))
            throw Error(Error::Kind::Unwritable, Text("No temporary folder can be created in %w"),
                        fs::temp_directory_path().string(),
                        Text("Check that the folder is writable and the disk is not full"));
        folder_ = pattern;
    }
    ~Scratch() {
        std::error_code ignored;
        fs::remove_all(folder_, ignored);
    }
    Scratch(const Scratch&) = delete;
    Scratch& operator=(const Scratch&) = delete;
    fs::path operator/(const char* name) const { return folder_ / name; }

private:
    fs::path folder_;
};

std::string readFile(const fs::path& file) {
    std::ifstream in(file, std::ios::binary);
    std::stringstream s;
    s << in.rdbuf();
    return s.str();
}

void followStage(const fs::path& file, Progress& progress) {
    try {
        progress.setStage(textOf(nlohmann::json::parse(readFile(file)))); // whole: it was renamed into place
    } catch (const nlohmann::json::exception&) {
        // Nothing is told yet.
    }
}

// Runs the child and waits. `stage`: where it tells what it is at. `subject` is the file that errors name.
void runChild(const std::vector<std::string>& arguments, const fs::path& subject, const ForeignLimits& limits,
              Progress* progress, const Scratch& scratch, const fs::path& stage = {}) {
    const fs::path program = importerProgram(), messages = scratch / "messages";
    std::vector<char*> argv;
    std::vector<std::string> all{program.string()};
    all.insert(all.end(), arguments.begin(), arguments.end());
    for (std::string& a : all) argv.push_back(a.data());
    argv.push_back(nullptr);

    const pid_t child = ::fork();
    if (child < 0)
        throw Error(Error::Kind::Unsupported, Text("The import helper cannot be started"), "",
                    Text("Free some memory and try again"));
    if (child == 0) {
        // Only calls that are safe after fork.
        const int err = ::open(messages.c_str(), O_WRONLY | O_CREAT | O_TRUNC, 0600),
                  null = ::open("/dev/null", O_RDWR);
        ::dup2(null, 0);
        ::dup2(null, 1);
        ::dup2(err, 2);
        ::setpgid(0, 0);
#if !defined(__SANITIZE_ADDRESS__) && !defined(__SANITIZE_THREAD__)
        const rlimit memory{static_cast<rlim_t>(limits.memory), static_cast<rlim_t>(limits.memory)};
        ::setrlimit(RLIMIT_AS, &memory);
#endif
        const rlimit time{static_cast<rlim_t>(limits.seconds), static_cast<rlim_t>(limits.seconds + 5)}, none{0, 0};
        ::setrlimit(RLIMIT_CPU, &time);
        ::setrlimit(RLIMIT_CORE, &none);
        ::execv(argv[0], argv.data());
        ::_exit(127);
    }
    const auto start = std::chrono::steady_clock::now();
    auto asked = start;
    int status = 0;
    bool late = false;
    for (int wait = 1;; wait = std::min(wait * 2, 20)) {
        const pid_t r = ::waitpid(child, &status, WNOHANG);
        if (r == child || (r < 0 && errno != EINTR)) break;
        const bool cancelled = progress && progress->cancelled();
        const auto now = std::chrono::steady_clock::now();
        if (progress && !stage.empty() && now - asked > std::chrono::milliseconds(500)) {
            followStage(stage, *progress);
            asked = now;
        }
        late = now - start > std::chrono::seconds(limits.seconds);
        if (cancelled || late) {
            ::kill(-child, SIGKILL);
            ::kill(child, SIGKILL);
            ::waitpid(child, &status, 0);
            if (cancelled) progress->throwIfCancelled();
            break;
        }
        std::this_thread::sleep_for(std::chrono::milliseconds(wait));
    }
    if (WIFEXITED(status) && WEXITSTATUS(status) == 0) return;
    if (late || (WIFSIGNALED(status) && WTERMSIG(status) == SIGXCPU))
        throw Error(Error::Kind::Unreadable, Text("Reading %w was stopped after %1 s", limits.seconds),
                    subject.string(), Text("Split or simplify it and import again"));
    if (WIFEXITED(status) && WEXITSTATUS(status) == 127)
        throw Error(Error::Kind::Missing, Text("The import helper %w is missing"), program.string(),
                    Text("Reinstall Thallos"));
    if (WIFEXITED(status) && WEXITSTATUS(status) == 1) {
        // The child's last line is the reason.
        std::string text = readFile(messages);
        while (!text.empty() && text.back() == '\n') text.pop_back();
        throwReason(text.substr(text.find_last_of('\n') + 1), subject.string());
    }
    throw Error(Error::Kind::Unreadable, Text("%w could not be read"), subject.string(),
                Text("Export it again, best as glTF (.glb)"));
}

} // namespace

fs::path importerProgram() {
    if (const char* set = std::getenv("THALLOS_IMPORTER"); set && *set) return set;
    std::error_code e;
    return fs::read_symlink("/proc/self/exe", e).parent_path() / "thallos-importer";
}

ForeignModel importForeign(const fs::path& file, const ModelImport& how, Progress* progress,
                           const ForeignLimits& limits) {
    std::error_code e;
    if (!fs::is_regular_file(file, e))
        throw Error(Error::Kind::Missing, Text("File not found: %w"), file.string(),
                    Text("Check the folder or whether a drive is connected"));
    const Scratch scratch;
    const fs::path out = scratch / "model", notes = scratch / "notes", stage = scratch / "stage";
    std::ostringstream unit;
    unit << how.unit;
    std::vector<std::string> arguments{"model",
                                       fs::absolute(file).string(),
                                       out.string(),
                                       notes.string(),
                                       unit.str(),
                                       std::string(1, how.up),
                                       how.plant ? "plant" : "model",
                                       stage.string()};
    for (const fs::path& folder : how.folders) arguments.push_back(fs::absolute(folder).string());
    runChild(arguments, file, limits, progress, scratch, stage);
    ForeignModel read;
    read.model = unpackModel(readFile(out));
    unpackNotes(readFile(notes), read);
    if (read.model.name.empty()) read.model.name = plainName(file.stem().string());
    return read;
}

std::string packNotes(const ForeignModel& m) {
    std::vector<std::string> missing;
    for (const std::string& name : m.missing) missing.push_back(plainName(name));
    nlohmann::json j{{"missing", missing},
                     {"unit", m.unit},
                     {"told", m.unitTold},
                     {"up", std::string(1, m.up)},
                     {"origin", {m.origin.x, m.origin.y, m.origin.z}},
                     {"notes", nlohmann::json::array()}};
    j["tree made"] = m.treeMade;
    if (m.building) {
        const BuildingInfo& b = *m.building;
        j["building"] = {{"schema", plainName(b.schema)}, {"entities", b.entities},
                         {"storeys", b.storeys},          {"doors", b.doors},
                         {"windows", b.windows},          {"north", b.north}};
        if (b.place) j["building"]["place"] = {b.place->latitude, b.place->longitude, b.place->elevation};
    }
    for (const Text& t : m.notes) j["notes"].push_back(toJson(t));
    return j.dump();
}

void unpackNotes(const std::string& bytes, ForeignModel& m) {
    try {
        const auto j = nlohmann::json::parse(bytes);
        m.missing = j.at("missing").get<std::vector<std::string>>();
        m.unit = j.at("unit").get<float>();
        m.unitTold = j.at("told").get<bool>();
        m.up = j.at("up").get<std::string>().at(0);
        for (int k = 0; k < 3; ++k) m.origin[k] = j.at("origin").at(static_cast<size_t>(k)).get<double>();
        m.treeMade = j.at("tree made").get<bool>();
        if (const auto b = j.find("building"); b != j.end()) {
            m.building = BuildingInfo{b->at("schema").get<std::string>(), b->at("entities").get<int64_t>(),
                                      b->at("storeys").get<int>(),        b->at("doors").get<int>(),
                                      b->at("windows").get<int>(),        std::nullopt,
                                      b->at("north").get<double>()};
            if (const auto p = b->find("place"); p != b->end())
                m.building->place =
                    Place{p->at(0).get<double>(), p->at(1).get<double>(), p->at(2).get<double>(), m.building->north};
        }
        for (const auto& t : j.at("notes")) m.notes.push_back(textOf(t));
    } catch (const std::exception&) {
        throw Error(Error::Kind::Unreadable, Text("What was found in the file is damaged"), "");
    }
}

std::string packHeights(const HeightRaster& r) {
    std::string s(16, '\0');
    std::memcpy(s.data(), "thh2", 4);
    std::memcpy(s.data() + 4, &r.width, 4);
    std::memcpy(s.data() + 8, &r.height, 4);
    std::memcpy(s.data() + 12, &r.cell, 4);
    s.append(reinterpret_cast<const char*>(r.values.data()), r.values.size() * sizeof(float));
    s += r.sized ? 's' : '-';
    return s;
}

HeightRaster unpackHeights(const std::string& bytes) {
    HeightRaster r;
    if (bytes.size() < 16 || std::memcmp(bytes.data(), "thh2", 4) != 0)
        throw Error(Error::Kind::Unreadable, Text("The heights are damaged"), "",
                    Text("Export the terrain again as GeoTIFF"));
    std::memcpy(&r.width, bytes.data() + 4, 4);
    std::memcpy(&r.height, bytes.data() + 8, 4);
    std::memcpy(&r.cell, bytes.data() + 12, 4);
    if (r.width < 2 || r.height < 2 || r.width > 65536 || r.height > 65536 ||
        bytes.size() != 17 + sizeof(float) * static_cast<size_t>(r.width) * r.height)
        throw Error(Error::Kind::Unreadable, Text("The heights are damaged"), "",
                    Text("Export the terrain again as GeoTIFF"));
    r.values.resize(static_cast<size_t>(r.width) * r.height);
    std::memcpy(r.values.data(), bytes.data() + 16, r.values.size() * sizeof(float));
    r.sized = bytes.back() == 's';
    return r;
}

std::string packLight(const Image& light) {
    std::string s(12, '\0');
    std::memcpy(s.data(), "thl1", 4);
    std::memcpy(s.data() + 4, &light.width, 4);
    std::memcpy(s.data() + 8, &light.height, 4);
    s.append(reinterpret_cast<const char*>(light.pixels.data()), light.pixels.size() * sizeof(Rgb));
    return s;
}

Image unpackLight(const std::string& bytes) {
    int size[2] = {};
    if (bytes.size() >= 12) std::memcpy(size, bytes.data() + 4, 8);
    if (bytes.size() < 12 || std::memcmp(bytes.data(), "thl1", 4) != 0 || size[0] < 1 || size[1] < 1 ||
        size[0] > 65536 || size[1] > 65536 ||
        bytes.size() != 12 + sizeof(Rgb) * static_cast<size_t>(size[0]) * static_cast<size_t>(size[1]))
        throw Error(Error::Kind::Unreadable, Text("The panorama is damaged"), "");
    Image light(size[0], size[1]);
    std::memcpy(reinterpret_cast<char*>(light.pixels.data()), bytes.data() + 12, bytes.size() - 12);
    return light;
}

Image importLight(const fs::path& file, Progress* progress, const ForeignLimits& limits) {
    std::error_code e;
    if (!fs::is_regular_file(file, e))
        throw Error(Error::Kind::Missing, Text("File not found: %w"), file.string(),
                    Text("Check the folder or whether a drive is connected"));
    const Scratch scratch;
    const fs::path out = scratch / "light";
    runChild({"light", fs::absolute(file).string(), out.string()}, file, limits, progress, scratch);
    return unpackLight(readFile(out));
}

bool isPicture(const fs::path& file) {
    const std::string e = lowerExtension(file);
    return e == ".png" || e == ".jpg" || e == ".jpeg" || e == ".tif" || e == ".tiff" || e == ".webp" || e == ".exr";
}

Picture importPicture(const fs::path& file, bool color, Progress* progress, const ForeignLimits& limits) {
    std::error_code e;
    if (!fs::is_regular_file(file, e))
        throw Error(Error::Kind::Missing, Text("File not found: %w"), file.string(),
                    Text("Check the folder or whether a drive is connected"));
    const Scratch scratch;
    const fs::path out = scratch / "picture";
    runChild({"picture", fs::absolute(file).string(), out.string(), color ? "color" : "data"}, file, limits, progress,
             scratch);
    return unpackPicture(readFile(out));
}

HeightRaster importHeights(const fs::path& file, float pngHeight, Progress* progress, const ForeignLimits& limits) {
    std::error_code e;
    if (!fs::is_regular_file(file, e))
        throw Error(Error::Kind::Missing, Text("File not found: %w"), file.string(),
                    Text("Check the folder or whether a drive is connected"));
    const Scratch scratch;
    const fs::path out = scratch / "heights";
    runChild({"heights", fs::absolute(file).string(), out.string(), std::to_string(pngHeight)}, file, limits, progress,
             scratch);
    return unpackHeights(readFile(out));
}

void exportHeights(const fs::path& file, const HeightRaster& raster, const V2f& origin, const ForeignLimits& limits) {
    const Scratch scratch;
    const fs::path in = scratch / "heights";
    std::ofstream(in, std::ios::binary) << packHeights(raster);
    writeWhole(file, [&](const fs::path& temporary) {
        runChild({"write-heights", in.string(), fs::absolute(temporary).string(), std::to_string(origin.x),
                  std::to_string(origin.y)},
                 file, limits, nullptr, scratch);
    });
}

} // namespace thallos
