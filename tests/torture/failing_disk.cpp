// Preloaded into a process, it counts what the process does to the disk and lets one of these calls go wrong:
//   FAILING_DISK_AT=n     which, counted from 1; 0: none
//   FAILING_DISK_DO=...   kill: the process ends before it; full: it and all later ones find no room; readonly: they
//                         find a medium that can't be written; short: it writes half of what it was given
//   FAILING_DISK_COUNT=f  the number of calls is written to this file at the end
#include <cerrno>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <cstring>

#include <dlfcn.h>
#include <fcntl.h>
#include <sys/types.h>
#include <sys/uio.h>
#include <unistd.h>

namespace {

long calls = 0;
enum Fault { None, Kill, Full, ReadOnly, Short } fault = None;
long at = 0;

template <class F> F real(const char* name) {
    return reinterpret_cast<F>(dlsym(RTLD_NEXT, name));
}

__attribute__((constructor)) void begin() {
    const char* n = getenv("FAILING_DISK_AT");
    const char* what = getenv("FAILING_DISK_DO");
    at = n ? atol(n) : 0;
    if (!what) return;
    fault = !strcmp(what, "kill") ? Kill : !strcmp(what, "full") ? Full : !strcmp(what, "readonly") ? ReadOnly : Short;
}
__attribute__((destructor)) void end() {
    const char* file = getenv("FAILING_DISK_COUNT");
    if (!file) return;
    if (FILE* f = fopen(file, "w")) {
        fprintf(f, "%ld\n", calls);
        fclose(f);
    }
}

// The errno of a call that has to fail now; 0: it goes on.
int fails() {
    ++calls;
    if (at == 0 || calls < at) return 0;
    if (fault == Kill && calls == at) kill(getpid(), SIGKILL);
    if (fault == Full) return ENOSPC;
    if (fault == ReadOnly) return EROFS;
    return 0;
}
size_t given(size_t size) {
    return fault == Short && calls == at && size > 1 ? size / 2 : size;
}
bool onDisk(int descriptor) {
    return descriptor > 2;
}

} // namespace

extern "C" {

ssize_t write(int d, const void* data, size_t size) {
    static const auto go = real<ssize_t (*)(int, const void*, size_t)>("write");
    if (!onDisk(d)) return go(d, data, size);
    if (const int e = fails()) return errno = e, -1;
    return go(d, data, given(size));
}
ssize_t writev(int d, const struct iovec* parts, int n) {
    static const auto go = real<ssize_t (*)(int, const struct iovec*, int)>("writev");
    if (!onDisk(d)) return go(d, parts, n);
    if (const int e = fails()) return errno = e, -1;
    if (fault == Short && calls == at && n > 0) return go(d, parts, 1); // a part of what it was given
    return go(d, parts, n);
}
ssize_t pwrite(int d, const void* data, size_t size, off_t offset) {
    static const auto go = real<ssize_t (*)(int, const void*, size_t, off_t)>("pwrite");
    if (const int e = fails()) return errno = e, -1;
    return go(d, data, given(size), offset);
}
ssize_t pwrite64(int d, const void* data, size_t size, off64_t offset) {
    static const auto go = real<ssize_t (*)(int, const void*, size_t, off64_t)>("pwrite64");
    if (const int e = fails()) return errno = e, -1;
    return go(d, data, given(size), offset);
}
int fsync(int d) {
    static const auto go = real<int (*)(int)>("fsync");
    if (const int e = fails()) return errno = e, -1;
    return go(d);
}
int fdatasync(int d) {
    static const auto go = real<int (*)(int)>("fdatasync");
    if (const int e = fails()) return errno = e, -1;
    return go(d);
}
int ftruncate(int d, off_t size) {
    static const auto go = real<int (*)(int, off_t)>("ftruncate");
    if (const int e = fails()) return errno = e, -1;
    return go(d, size);
}
int ftruncate64(int d, off64_t size) {
    static const auto go = real<int (*)(int, off64_t)>("ftruncate64");
    if (const int e = fails()) return errno = e, -1;
    return go(d, size);
}
int rename(const char* from, const char* to) {
    static const auto go = real<int (*)(const char*, const char*)>("rename");
    if (const int e = fails()) return errno = e, -1;
    return go(from, to);
}
int unlink(const char* file) {
    static const auto go = real<int (*)(const char*)>("unlink");
    if (const int e = fails()) return errno = e, -1;
    return go(file);
}
int remove(const char* file) {
    static const auto go = real<int (*)(const char*)>("remove");
    if (const int e = fails()) return errno = e, -1;
    return go(file);
}
}
