#include "core/project/recovery.h"

#include <csignal>
#include <fstream>
#include <random>

#include <fcntl.h>
#include <nlohmann/json.hpp>
#include <sys/file.h>
#include <unistd.h>

#include "core/project/store.h"

namespace thallos {

namespace fs = std::filesystem;
using nlohmann::json;

namespace {

fs::path lockOf(const fs::path& folder, const std::string& session) {
    return folder / (session + ".lock");
}

// What of a note can be read; a damaged one still stands for the work beside it.
struct Note {
    std::string original, name;
    int process = 0, tries = 0;
};
Note readNote(const fs::path& file) {
    std::ifstream in(file);
    const json note = json::parse(in, nullptr, false);
    Note out;
    const auto text = [&](const char* key, std::string& to) {
        if (note.is_object() && note.contains(key) && note[key].is_string()) to = note[key].get<std::string>();
    };
    const auto number = [&](const char* key, int& to) {
        if (note.is_object() && note.contains(key) && note[key].is_number_integer()) to = note[key].get<int>();
    };
    text("original", out.original);
    text("name", out.name);
    number("process", out.process);
    number("tries", out.tries);
    return out;
}

// Beside and renamed: it is never half there.
void writeNote(const fs::path& file, const Note& note) {
    const json out{{"original", note.original}, {"name", note.name}, {"process", note.process}, {"tries", note.tries}};
    const fs::path beside = file.string() + ".new";
    std::error_code e;
    if (std::ofstream(beside) << out.dump(1, ' ', false, json::error_handler_t::replace)) fs::rename(beside, file, e);
}

bool isRunning(const fs::path& folder, const std::string& session, int process) {
    std::error_code e;
    if (const fs::path lock = lockOf(folder, session); fs::exists(lock, e)) return !WriterLock(lock).held();
    // As earlier versions left it.
    return process > 0 && (process == ::getpid() || ::kill(process, 0) == 0);
}

} // namespace

WriterLock::WriterLock(const fs::path& file) {
    descriptor_ = ::open(file.c_str(), O_RDONLY | O_CLOEXEC);
    if (descriptor_ >= 0 && ::flock(descriptor_, LOCK_EX | LOCK_NB) != 0) {
        ::close(descriptor_);
        descriptor_ = -1;
    }
}
WriterLock::~WriterLock() {
    if (descriptor_ >= 0) ::close(descriptor_);
}
WriterLock& WriterLock::operator=(WriterLock&& o) noexcept {
    std::swap(descriptor_, o.descriptor_);
    return *this;
}

std::string newSessionName() {
    std::random_device random;
    char name[40];
    std::snprintf(name, sizeof name, "session-%08x%08x", random(), random());
    return name;
}

WriterLock lockSession(const fs::path& folder, const std::string& session) {
    std::error_code e;
    fs::create_directories(folder, e);
    std::ofstream(lockOf(folder, session), std::ios::app).flush();
    return WriterLock(lockOf(folder, session));
}

void unlockSession(WriterLock& lock, const fs::path& folder, const std::string& session) {
    std::error_code e;
    if (lock.held()) fs::remove(lockOf(folder, session), e);
    lock = WriterLock();
}

void writeRecovery(const Project& project, const fs::path& folder, const std::string& session,
                   const fs::path& original) {
    std::error_code e;
    fs::create_directories(folder, e);
    // The note first: alone it is offered to nobody, while work without a note would lie there unseen.
    writeNote(folder / (session + ".json"), {original.string(), project.site->name, ::getpid()});
    std::vector<Text> told;
    saveProject(mended(project, told), folder / (session + ".thallos"));
}

void dropRecovery(const fs::path& folder, const std::string& session) {
    std::error_code e;
    // The note first: without it the rest is offered to nobody.
    for (const char* end : {".json", ".thallos", ".thallos-journal"}) fs::remove(folder / (session + end), e);
}

std::vector<Recovery> findRecoveries(const fs::path& folder) {
    std::vector<Recovery> out;
    std::error_code e;
    for (const auto& entry : fs::directory_iterator(folder, e)) {
        if (entry.path().extension() != ".json") continue;
        const Note note = readNote(entry.path());
        if (isRunning(folder, entry.path().stem().string(), note.process)) continue;
        fs::path file = entry.path();
        file.replace_extension(".thallos");
        if (fs::exists(file, e)) out.push_back({file, note.original, note.name, note.tries});
    }
    return out;
}

void noteTry(const Recovery& recovery) {
    fs::path file = recovery.file;
    file.replace_extension(".json");
    Note note = readNote(file);
    note.tries = recovery.tries + 1;
    writeNote(file, note);
}

void takeRecovery(const Recovery& recovery, const fs::path& folder, const std::string& session) {
    std::error_code e;
    writeNote(folder / (session + ".json"), {recovery.original.string(), recovery.name, ::getpid()});
    fs::rename(recovery.file, folder / (session + ".thallos"), e);
    if (e) return; // it stays where it is, and is offered again
    const fs::path from = recovery.file.parent_path();
    const std::string old = recovery.file.stem().string();
    for (const char* end : {".json", ".lock", ".thallos-journal"}) fs::remove(from / (old + end), e);
}

} // namespace thallos
