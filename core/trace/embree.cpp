#include "core/trace/embree.h"

#include <algorithm>
#include <atomic>

#include <pmmintrin.h>
#include <xmmintrin.h>

#include "core/base/error.h"

namespace thallos {

namespace {

std::atomic<int64_t> bytesHeld{0};

bool countMemory(void*, ssize_t bytes, bool) {
    bytesHeld += bytes;
    return true;
}

} // namespace

RTCDevice embreeDevice() {
    static const RTCDevice device = [] {
        // Rays wait for memory more than for anything: large pages save a tenth of the time.
        RTCDevice d = rtcNewDevice("verbose=0,hugepages=1");
        if (!d) throw Error(Error::Kind::Unsupported, "The ray tracing library does not start on this processor", "");
        rtcSetDeviceMemoryMonitorFunction(d, countMemory, nullptr);
        return d;
    }();
    return device;
}

int64_t embreeBytes() {
    return bytesHeld;
}

TracingThread::TracingThread() : saved_(_mm_getcsr()) {
    _mm_setcsr(saved_ | 0x8040);
} // flush to zero, denormals are zero
TracingThread::~TracingThread() {
    _mm_setcsr(saved_);
}

RTCGeometry triangleGeometry(const Mesh& mesh) {
    RTCGeometry g = rtcNewGeometry(embreeDevice(), RTC_GEOMETRY_TYPE_TRIANGLE);
    void* v =
        rtcSetNewGeometryBuffer(g, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, sizeof(V3f), mesh.positions.size());
    std::copy(mesh.positions.begin(), mesh.positions.end(), static_cast<V3f*>(v));
    void* t =
        rtcSetNewGeometryBuffer(g, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3, sizeof(V3i), mesh.triangles.size());
    std::copy(mesh.triangles.begin(), mesh.triangles.end(), static_cast<V3i*>(t));
    return g;
}

} // namespace thallos
