// Embree's handles with their lifetimes.
#pragma once

#include <cstdint>
#include <memory>
#include <vector>

#include <embree3/rtcore.h>

#include "core/mesh/mesh.h"

namespace thallos {

RTCDevice embreeDevice(); // one for the whole process
int64_t embreeBytes();    // that it holds now

// Commits the scene. Throws std::bad_alloc when there was not enough memory for it, std::runtime_error when the library
// refuses it: such a scene is not to be traced.
void commitScene(RTCScene scene);
// A buffer of the geometry's own; throws std::bad_alloc.
void* newBuffer(RTCGeometry geometry, RTCBufferType type, RTCFormat format, size_t stride, size_t count);

// Of its own copy of the mesh; to be committed, attached and released by the caller.
RTCGeometry triangleGeometry(const Mesh& mesh);

// A number of 0..1, never 0, by which a filter lets the i-th ray of its packet pass or not: another for each ray and
// each thing that it meets, and the same in every run.
float chanceOf(RTCRayN* ray, RTCHitN* hit, unsigned n, unsigned i);

// A committed scene with what its callbacks read.
class EmbreeScene {
public:
    EmbreeScene() = default;
    explicit EmbreeScene(RTCScene scene) : scene_(scene) {}
    ~EmbreeScene() {
        if (scene_) rtcReleaseScene(scene_);
    }
    EmbreeScene(const EmbreeScene&) = delete;
    EmbreeScene& operator=(const EmbreeScene&) = delete;
    RTCScene get() const { return scene_; }

    std::vector<std::shared_ptr<const void>> keeps;

private:
    RTCScene scene_ = nullptr;
};

// Sets the processor's flags for tracing (denormals to zero) while it lives.
class TracingThread {
public:
    TracingThread();
    ~TracingThread();

private:
    unsigned saved_;
};

} // namespace thallos
