// Threads that compute stand back behind the one that answers the hand.
#pragma once

#include <sys/resource.h>
#include <sys/syscall.h>
#include <unistd.h>

namespace thallos {

// Lowers the calling thread's priority; it can't be raised again.
inline void standBack(int nice) {
    ::setpriority(PRIO_PROCESS, static_cast<id_t>(::syscall(SYS_gettid)), nice);
}
inline constexpr int kNiceOfPictures = 5; // the picture that is waited for
inline constexpr int kNiceOfLeisure = 19; // what nobody waits for

} // namespace thallos
