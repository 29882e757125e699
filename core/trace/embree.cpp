#include "core/trace/embree.h"

#include <algorithm>
#include <atomic>
#include <bit>
#include <new>
#include <stdexcept>
#include <string>

#include <pmmintrin.h>
#include <xmmintrin.h>

#include "core/base/error.h"
#include "core/base/hash.h"

namespace thallos {

namespace {

std::atomic<int64_t> bytesHeld{0};

bool countMemory(void*, ssize_t bytes, bool) {
    bytesHeld += bytes;
    return true;
}

// What went wrong on this thread since the last time that somebody asked: the library keeps it by thread, so that what
// one scene lacks is not thrown for another.
RTCError failure() {
    const RTCError code = rtcGetDeviceError(embreeDevice());
    return code == RTC_ERROR_CANCELLED ? RTC_ERROR_NONE : code;
}

} // namespace

float chanceOf(RTCRayN* ray, RTCHitN* hit, unsigned n, unsigned i) {
    const float all[] = {RTCRayN_org_x(ray, n, i), RTCRayN_org_y(ray, n, i), RTCRayN_dir_x(ray, n, i),
                         RTCRayN_dir_y(ray, n, i), RTCRayN_dir_z(ray, n, i)};
    uint64_t key = mix(17, RTCHitN_instID(hit, n, i, 0), RTCHitN_geomID(hit, n, i), RTCHitN_primID(hit, n, i));
    for (const float f : all) key = mix(key, std::bit_cast<uint32_t>(f));
    return std::max(unitFloat(key), 1e-4f);
}

void commitScene(RTCScene scene) {
    rtcCommitScene(scene);
    const RTCError code = failure();
    if (code == RTC_ERROR_OUT_OF_MEMORY) throw std::bad_alloc();
    if (code != RTC_ERROR_NONE)
        throw std::runtime_error("The scene could not be built (error " + std::to_string(code) +
                                 " of the ray tracing library).");
}

void* newBuffer(RTCGeometry geometry, RTCBufferType type, RTCFormat format, size_t stride, size_t count) {
    void* data = rtcSetNewGeometryBuffer(geometry, type, 0, format, stride, count);
    if (!data && count > 0) {
        (void)failure(); // told here
        throw std::bad_alloc();
    }
    return data;
}

RTCDevice embreeDevice() {
    static const RTCDevice device = [] {
        // Rays wait for memory more than for anything: large pages save a tenth of the time.
        RTCDevice d = rtcNewDevice("verbose=0,hugepages=1");
        if (!d)
            throw Error(Error::Kind::Unsupported, Text("The ray tracing library does not start on this processor"), "");
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
    void* v = newBuffer(g, RTC_BUFFER_TYPE_VERTEX, RTC_FORMAT_FLOAT3, sizeof(V3f), mesh.positions.size());
    std::copy(mesh.positions.begin(), mesh.positions.end(), static_cast<V3f*>(v));
    void* t = newBuffer(g, RTC_BUFFER_TYPE_INDEX, RTC_FORMAT_UINT3, sizeof(V3i), mesh.triangles.size());
    std::copy(mesh.triangles.begin(), mesh.triangles.end(), static_cast<V3i*>(t));
    return g;
}

} // namespace thallos
