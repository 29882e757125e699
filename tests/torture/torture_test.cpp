// No work is ever lost: a process that writes is ended at each of its writes in turn and at random moments, and meets
// a disk that is full, can't be written or takes half of what it is given. After each the last saved state opens, the
// recovery is offered, the next save leaves a sound file and nothing lies beside it.
#include <csignal>
#include <fstream>
#include <random>
#include <thread>

#include <fcntl.h>
#include <gtest/gtest.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/base/error.h"
#include "core/base/hash.h"
#include "core/finish/encode.h"
#include "core/project/json.h"
#include "core/project/recovery.h"
#include "core/project/store.h"
#include "tests/torture/states.h"

using namespace thallos;
using namespace thallos::test;
namespace fs = std::filesystem;

namespace {

std::string text(const Project& p) {
    return contentHash(dump(p, [](const std::string& bytes) { return contentHash(bytes); }).dump());
}
const std::string& textOf(bool later) {
    static const std::string texts[] = {text(stateOf(false)), text(stateOf(true))};
    return texts[later];
}

std::string bytesOf(const fs::path& file) {
    std::ifstream in(file, std::ios::binary);
    return {std::istreambuf_iterator<char>(in), {}};
}

struct Fault {
    std::string what = "none"; // see failing_disk.cpp
    long at = 0;
    long killAfterMicroseconds = -1; // from outside
};

// Runs the saver; how it ended is no matter.
void run(const std::string& state, const std::string& how, const fs::path& place, const Fault& fault,
         const fs::path& count = {}) {
    const pid_t child = fork();
    if (child == 0) {
        const int silent = open("/dev/null", O_WRONLY);
        dup2(silent, 2);
        setenv("LD_PRELOAD", FAILING_DISK, 1);
        setenv("FAILING_DISK_AT", std::to_string(fault.at).c_str(), 1);
        setenv("FAILING_DISK_DO", fault.what.c_str(), 1);
        if (!count.empty()) setenv("FAILING_DISK_COUNT", count.c_str(), 1);
        execl(SAVER, SAVER, state.c_str(), how.c_str(), place.c_str(), nullptr);
        _exit(127);
    }
    if (fault.killAfterMicroseconds >= 0) {
        std::this_thread::sleep_for(std::chrono::microseconds(fault.killAfterMicroseconds));
        kill(child, SIGKILL);
    }
    int status = 0;
    waitpid(child, &status, 0);
    ASSERT_FALSE(WIFEXITED(status) && WEXITSTATUS(status) == 127) << "the saver did not start";
}

class Folder {
public:
    Folder() : path_(fs::temp_directory_path() / ("thallos-torture-" + std::to_string(getpid()))) { clear(); }
    ~Folder() { fs::remove_all(path_); }
    void clear() const {
        fs::remove_all(path_);
        fs::create_directories(path_);
    }
    fs::path operator/(const std::string& name) const { return path_ / name; }
    const fs::path& path() const { return path_; }

private:
    fs::path path_;
};

long callsOf(const std::string& how, const fs::path& place, const Folder& folder) {
    const fs::path count = folder.path().string() + "-count";
    run("NEW", how, place, {}, count);
    long n = 0;
    std::ifstream(count) >> n;
    fs::remove(count);
    return n;
}

// One way of writing in place of what is there: how it is prepared, and what must hold afterwards.
struct Case {
    std::string how;
    std::function<void()> prepare;
    std::function<void()> holds;
    fs::path place;
};

void torture(const Folder& folder, const Case& c) {
    c.prepare();
    const long calls = callsOf(c.how, c.place, folder);
    ASSERT_GT(calls, 1);
    c.holds();
    const long step = std::max(1L, calls / 40); // long jobs: every call of a short one, some of a long one
    for (const char* what : {"kill", "full", "readonly", "short"})
        for (long at = 1; at <= calls; at += step) {
            SCOPED_TRACE(c.how + ", " + what + " at call " + std::to_string(at) + " of " + std::to_string(calls));
            c.prepare();
            run("NEW", c.how, c.place, {what, at});
            c.holds();
            if (::testing::Test::HasFailure()) return;
        }
    std::mt19937 random(5);
    for (int k = 0; k < 60; ++k) {
        SCOPED_TRACE(c.how + ", killed from outside, " + std::to_string(k));
        c.prepare();
        run("NEW", c.how, c.place, {"none", 0, static_cast<long>(random() % 60000)});
        c.holds();
        if (::testing::Test::HasFailure()) return;
    }
}

// The project file is one of the two states, whole; the next save works and leaves nothing beside it.
void expectSound(const fs::path& file) {
    std::string now;
    ASSERT_NO_THROW(now = text(openProject(file)));
    EXPECT_TRUE(now == textOf(false) || now == textOf(true));
    ASSERT_NO_THROW(saveProject(stateOf(true), file));
    EXPECT_EQ(text(openProject(file)), textOf(true));
    for (const auto& e : fs::directory_iterator(file.parent_path()))
        EXPECT_EQ(e.path().filename(), file.filename()) << "left behind";
}

// A save over a file that holds another state.
void tortureSaving(const std::string& how) {
    const Folder folder;
    const fs::path file = folder / "site.thallos", kept = folder.path().string() + "-kept.thallos";
    saveProjectAs(stateOf(false), kept);
    torture(folder, {how,
                     [&] {
                         folder.clear();
                         fs::copy_file(kept, file);
                     },
                     [&] { expectSound(file); }, file});
    fs::remove(kept);
}

} // namespace

TEST(Torture, ASaveInPlaceIsAllOrNothing) {
    tortureSaving("save");
}

TEST(Torture, ASaveAsideIsAllOrNothing) {
    tortureSaving("save-as");
}

TEST(Torture, AJournalOfAnotherSaveDoesNoHarm) {
    // A save in place is cut short with its journal hot; then another program saves aside over it.
    const Folder folder;
    const fs::path file = folder / "site.thallos", kept = folder.path().string() + "-kept.thallos";
    saveProjectAs(stateOf(false), kept);
    folder.clear();
    fs::copy_file(kept, file);
    const long calls = callsOf("save", file, folder);
    int hot = 0;
    for (long at = 1; at <= calls; ++at) {
        SCOPED_TRACE(at);
        folder.clear();
        fs::copy_file(kept, file);
        run("NEW", "save", file, {"kill", at});
        hot += fs::exists(file.string() + "-journal");
        ASSERT_NO_THROW(saveProjectAs(stateOf(true), file));
        ASSERT_EQ(text(openProject(file)), textOf(true));
        expectSound(file);
        if (HasFailure()) break;
    }
    EXPECT_GT(hot, 3) << "some ends did leave a journal";
    fs::remove(kept);
}

TEST(Torture, AnAutosaveIsOfferedAfterEveryEnd) {
    const Folder folder;
    const auto offered = [&] {
        const auto found = findRecoveries(folder.path());
        ASSERT_EQ(found.size(), 1u);
        EXPECT_EQ(found.front().original, "/somewhere/site.thallos");
        std::string now;
        ASSERT_NO_THROW(now = text(openProject(found.front().file)));
        EXPECT_TRUE(now == textOf(false) || now == textOf(true));
        // Taken by the next session it is never gone.
        const WriterLock lock = lockSession(folder.path(), "next");
        noteTry(found.front());
        takeRecovery(found.front(), folder.path(), "next");
        EXPECT_EQ(text(openProject(folder / "next.thallos")), now);
        EXPECT_TRUE(findRecoveries(folder.path()).empty());
    };
    torture(folder, {"autosave",
                     [&] {
                         folder.clear();
                         run("OLD", "autosave", folder.path(), {});
                     },
                     offered, folder.path()});
}

TEST(Torture, CollectingLeavesAWholeProjectOrNone) {
    const Folder folder;
    torture(folder, {"collect",
                     [&] {
                         folder.clear();
                         run("OLD", "collect", folder / "out", {});
                     },
                     [&] {
                         const fs::path file = folder / "out" / "earlier.thallos";
                         ASSERT_NO_THROW(openProject(file));
                         if (const fs::path later = folder / "out" / "later.thallos"; fs::exists(later))
                             EXPECT_EQ(text(openProject(later)), textOf(true));
                     },
                     folder / "out"});
}

TEST(Torture, APictureIsThereWholeOrAsItWas) {
    const Folder folder;
    for (const char* ending : {"png", "jpg", "tif"}) {
        const fs::path file = folder / (std::string("picture.") + ending), wanted = folder.path().string() + "-wanted";
        const auto whole = [&](bool later) {
            const fs::path made = wanted.string() + "." + ending;
            writePicture(made, pictureOf(later), "a comment");
            const std::string bytes = bytesOf(made);
            fs::remove(made);
            return bytes;
        };
        const std::string before = whole(false), after = whole(true);
        torture(folder, {"picture",
                         [&] {
                             folder.clear();
                             writePicture(file, pictureOf(false), "a comment");
                         },
                         [&] {
                             const std::string now = bytesOf(file);
                             EXPECT_TRUE(now == before || now == after);
                         },
                         file});
        if (HasFailure()) return;
    }
}

TEST(Torture, ADamagedFileOpensWithoutThePartThatIsGone) {
    const Folder folder;
    const fs::path file = folder / "site.thallos", bad = folder / "bad.thallos";
    saveProjectAs(stateOf(true), file);
    const std::string bytes = bytesOf(file);
    std::mt19937_64 random(9);
    int opened = 0, whole = 0;
    constexpr int kTries = 100;
    for (int k = 0; k < kTries; ++k) {
        std::string b = bytes;
        b[random() % b.size()] ^= static_cast<char>(1 + random() % 255);
        std::ofstream(bad, std::ios::binary) << b;
        OpenReport report;
        try {
            const Project p = openProject(bad, &report);
            ++opened;
            if (text(p) == textOf(true))
                ++whole;
            else {
                EXPECT_TRUE(report.damaged) << "never silently another";
                EXPECT_TRUE(!report.leftOut.empty() || !report.savedAt.empty());
            }
        } catch (const Error&) {
        }
    }
    RecordProperty("opened", opened);
    std::printf("of %d files with one changed byte %d open, %d of them whole\n", kTries, opened, whole);
    EXPECT_GE(opened, 90);
}
