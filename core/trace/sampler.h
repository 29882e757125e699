// Well-spread sample points that depend only on pixel, sample and dimension: Sobol points with hashed Owen scrambling
// (B. Burley, "Practical Hash-based Owen Scrambling", JCGT 2020), padded by pairs of dimensions.
#pragma once

#include <cstdint>

#include "core/base/hash.h"
#include "core/base/vec.h"

namespace thallos {

class Sampler {
public:
    Sampler() : Sampler(0, 0, 0, 0) {}
    Sampler(uint32_t x, uint32_t y, uint32_t sample, uint64_t seed) : Sampler(x, y, sample, seed, sample) {}
    // `among`: number of the sample among those that want points from here on, where not all do: only the first so many
    // points of a sequence are well spread.
    Sampler(uint32_t x, uint32_t y, uint32_t sample, uint64_t seed, uint32_t among)
        : seed_(static_cast<uint32_t>(mix(seed, x, y))), index_(sample), sample_(sample), among_(among) {}

    void countAll() { index_ = sample_; }
    void countAmong() { index_ = among_; }

    V2f pair() {
        const uint32_t s = hash(seed_ + 0x9e3779b9u * ++dimension_);
        const uint32_t i = scramble(index_, s);
        return {unit(scramble(reversed(i), hash(s ^ 0xa511e9b3u))), unit(scramble(second(i), hash(s ^ 0x63d83595u)))};
    }
    float one() { return pair().x; }

private:
    static uint32_t reversed(uint32_t x) {
        x = __builtin_bswap32(x);
        x = ((x >> 4) & 0x0f0f0f0fu) | ((x & 0x0f0f0f0fu) << 4);
        x = ((x >> 2) & 0x33333333u) | ((x & 0x33333333u) << 2);
        return ((x >> 1) & 0x55555555u) | ((x & 0x55555555u) << 1);
    }
    // The second Sobol dimension: its generator matrix is Pascal's triangle modulo 2, a product of five sparse ones.
    static uint32_t second(uint32_t i) {
        uint32_t x = reversed(i);
        x ^= (x & 0x0000ffffu) << 16;
        x ^= (x & 0x00ff00ffu) << 8;
        x ^= (x & 0x0f0f0f0fu) << 4;
        x ^= (x & 0x33333333u) << 2;
        return x ^ (x & 0x55555555u) << 1;
    }
    static uint32_t hash(uint32_t x) {
        x ^= x >> 16;
        x *= 0x7feb352du;
        x ^= x >> 15;
        x *= 0x846ca68bu;
        return x ^ (x >> 16);
    }
    static uint32_t scramble(uint32_t x, uint32_t seed) { // nested uniform, by Laine and Karras's permutation
        x = reversed(x);
        x += seed;
        x ^= x * 0x6c50b47cu;
        x ^= x * 0xb82f1e52u;
        x ^= x * 0xc7afe638u;
        x ^= x * 0x8d22f6e6u;
        return reversed(x);
    }
    static float unit(uint32_t x) { return static_cast<float>(x >> 8) * 0x1p-24f; }

    uint32_t seed_, index_, sample_, among_, dimension_ = 0;
};

} // namespace thallos
