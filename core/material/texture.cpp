#include "core/material/texture.h"
#include "core/base/text.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <cstring>
#include <initializer_list>
#include <string>

#include <emmintrin.h>

#include "core/base/parallel.h"
#include "core/material/colour.h"

namespace thallos {

namespace {

struct Tables {
    std::array<float, 256> part, squared, slope; // of opacity and the like, of light, of slopes
    Tables() {
        for (int i = 0; i < 256; ++i) {
            const float v = static_cast<float>(i) / 255, s = static_cast<float>(i - 128) / 127;
            part[i] = v;
            squared[i] = v * v;
            slope[i] = std::copysign(std::min(s * s, 1.0f) * kSteepest, s);
        }
    }
};
const Tables kTables;

uint8_t byte(float v) {
    return static_cast<uint8_t>(clamp01(v) * 255 + 0.5f);
}
uint8_t slopeByte(float s) {
    const float v = std::sqrt(std::min(std::abs(s) / kSteepest, 1.0f));
    return static_cast<uint8_t>(128 + static_cast<int>(std::lround(std::copysign(v * 127, s))));
}
uint8_t lightByte(float linear) {
    return byte(std::sqrt(clamp01(linear)));
}

// Sums of decoded texels, in linear light of the sRGB primaries.
struct Sum {
    V3f color{0};
    float opacity = 0, covered = 0;
    V2f slope{0};
    float slope2 = 0, alpha2 = 0, metalness = 0;
    void add(const Texel& t, float w) {
        const float a = kTables.part[t.opacity], c = w * std::max(a, 1e-3f);
        // What is cut out has no say in the colour.
        color += V3f(kTables.squared[t.color[0]], kTables.squared[t.color[1]], kTables.squared[t.color[2]]) * c;
        covered += c;
        opacity += w * a;
        const V2f s(kTables.slope[t.slope[0]], kTables.slope[t.slope[1]]);
        slope += s * w;
        slope2 += w * s.dot(s);
        const float alpha = kTables.squared[t.roughness];
        alpha2 += w * alpha * alpha;
        metalness += w * kTables.part[t.metalness];
    }
};

Texel averaged(const Sum& s) {
    const V3f c = s.color / std::max(s.covered, 1e-6f);
    const float lost = std::max(s.slope2 - s.slope.dot(s.slope), 0.0f); // variance of the slopes
    const float alpha = std::sqrt(s.alpha2 + lost);
    return {{lightByte(c.x), lightByte(c.y), lightByte(c.z)},
            byte(s.opacity),
            {slopeByte(s.slope.x), slopeByte(s.slope.y)},
            byte(std::sqrt(std::min(alpha, 1.0f))),
            byte(s.metalness)};
}

// The texels of a finer level of `n` that the i-th of `m` covers, and how much each counts.
struct Span {
    float from, to;
    int first, end;
    Span(int i, int n, int m)
        : from(static_cast<float>(i) * static_cast<float>(n) / static_cast<float>(m)),
          to(static_cast<float>(i + 1) * static_cast<float>(n) / static_cast<float>(m)), first(static_cast<int>(from)),
          end(std::min(static_cast<int>(std::ceil(to - 1e-4f)), n)) {}
    float share(int k) const {
        return (std::min(to, static_cast<float>(k + 1)) - std::max(from, static_cast<float>(k))) / (to - from);
    }
};

int wrapped(int i, int n) {
    i %= n;
    return i < 0 ? i + n : i;
}

} // namespace

Texel encodeTexel(const TextureSample& s) {
    const V3f c = toLinear709(s.color);
    return {{lightByte(c.x), lightByte(c.y), lightByte(c.z)},
            byte(s.opacity),
            {slopeByte(s.slope.x), slopeByte(s.slope.y)},
            byte(s.roughness),
            byte(s.metalness)};
}

TextureSample decodeTexel(const Texel& t) {
    return {.color =
                fromLinear709({kTables.squared[t.color[0]], kTables.squared[t.color[1]], kTables.squared[t.color[2]]}),
            .opacity = kTables.part[t.opacity],
            .slope = {kTables.slope[t.slope[0]], kTables.slope[t.slope[1]]},
            .roughness = kTables.part[t.roughness],
            .metalness = kTables.part[t.metalness]};
}

size_t Texture::texelCount(int width, int height) {
    size_t n = static_cast<size_t>(width) * height + 1;
    while (width > 1 || height > 1) {
        width = std::max(width / 2, 1);
        height = std::max(height / 2, 1);
        n += static_cast<size_t>(width) * height;
    }
    return n;
}

void Texture::layOut(int width, int height) {
    levels_.push_back({width, height, 0});
    while (levels_.back().width > 1 || levels_.back().height > 1) {
        const Level& l = levels_.back();
        levels_.push_back(
            {std::max(l.width / 2, 1), std::max(l.height / 2, 1), l.first + static_cast<size_t>(l.width) * l.height});
    }
}

Texture::Texture(int width, int height, std::vector<Texel> texels, Reader read, bool cuts)
    : texels_(std::move(texels)), cuts_(cuts), mean_(decodeTexel(texels_.back())) {
    layOut(width, height);
    const size_t missing = texelCount(width, height) - texels_.size();
    const auto there = std::find_if(levels_.begin(), levels_.end(), [&](const Level& l) { return l.first >= missing; });
    if (const auto n = static_cast<size_t>(there - levels_.begin()))
        finer_ = std::make_shared<Finer>(std::move(read), n);
    for (Level& l : levels_) l.first -= std::min(l.first, missing);
}

const Texel* Texture::level(int l) const {
    if (l >= finer()) return texels_.data() + levels_[l].first;
    Unread& unread = finer_->levels[static_cast<size_t>(l)];
    if (const Texel* there = unread.ready.load(std::memory_order_acquire)) return there;
    std::call_once(unread.once, [&] {
        unread.texels = finer_->read(l);
        if (unread.texels.size() == static_cast<size_t>(levels_[l].width) * levels_[l].height)
            unread.ready.store(unread.texels.data(), std::memory_order_release);
    });
    return unread.ready.load(std::memory_order_acquire);
}

size_t Texture::bytes() const {
    return levels_.empty() ? 0 : texelCount(width(), height()) * sizeof(Texel);
}

size_t Texture::bytesHeld() const {
    size_t n = texels_.size();
    if (finer_)
        for (const Unread& u : finer_->levels)
            if (u.ready.load(std::memory_order_acquire)) n += u.texels.size();
    return n * sizeof(Texel);
}

std::vector<Texel> Texture::texels() const {
    std::vector<Texel> out;
    for (int l = 0; l < finer(); ++l) {
        const size_t n = static_cast<size_t>(levels_[l].width) * levels_[l].height;
        if (const Texel* there = level(l))
            out.insert(out.end(), there, there + n);
        else
            out.resize(out.size() + n, texels_.back());
    }
    out.insert(out.end(), texels_.begin(), texels_.end());
    return out;
}

Texture::Texture(int width, int height, std::vector<Texel> texels) : texels_(std::move(texels)) {
    layOut(width, height);
    const size_t finest = static_cast<size_t>(width) * height;
    cuts_ = std::any_of(texels_.begin(), texels_.begin() + static_cast<std::ptrdiff_t>(finest),
                        [](const Texel& t) { return t.opacity < 255; });
    if (const size_t all = texelCount(width, height); texels_.size() != all) {
        Sum sum;
        for (const Texel& t : texels_) sum.add(t, 1 / static_cast<float>(finest));
        sum.slope2 = 0; // as rough as its grains are, not as its relief seen from afar
        sum.slope = V2f(0);
        texels_.resize(all);
        texels_.back() = averaged(sum);
        for (size_t k = 1; k < levels_.size(); ++k) average(levels_[k - 1], levels_[k]);
    }
    mean_ = decodeTexel(texels_.back());
}

void Texture::average(const Level& from, const Level& to) {
    parallelFor(
        to.height,
        [&](int y) {
            // Where a size is odd, texels are shared by what they lie in.
            const Span rows(y, from.height, to.height);
            for (int x = 0; x < to.width; ++x) {
                const Span columns(x, from.width, to.width);
                Sum sum;
                for (int j = rows.first; j < rows.end; ++j)
                    for (int i = columns.first; i < columns.end; ++i)
                        sum.add(texels_[from.first + static_cast<size_t>(j) * from.width + i],
                                rows.share(j) * columns.share(i));
                texels_[to.first + static_cast<size_t>(y) * to.width + x] = averaged(sum);
            }
        },
        16);
}

namespace {

// The channels of a texel as 15-bit numbers: light and opacity, slopes (with their sign), roughness and metalness.
// Light and slopes are squares of what is stored.
__m128i decoded(const Texel* t) {
    const __m128i bytes = _mm_loadl_epi64(reinterpret_cast<const __m128i*>(t));
    const __m128i centred =
        _mm_sub_epi16(_mm_unpacklo_epi8(bytes, _mm_setzero_si128()), _mm_setr_epi16(0, 0, 0, 0, 128, 128, 0, 0));
    const __m128i size = _mm_max_epi16(centred, _mm_sub_epi16(_mm_setzero_si128(), centred));
    const __m128i squared = _mm_setr_epi16(-1, -1, -1, 0, -1, -1, 0, 0),
                  light = _mm_setr_epi16(-1, -1, -1, 0, 0, 0, 0, 0);
    const __m128i by = _mm_or_si128(_mm_and_si128(size, squared), _mm_setr_epi16(0, 0, 0, 128, 0, 0, 128, 128));
    const __m128i product = _mm_mullo_epi16(centred, by);
    // Light has 16 bits without a sign: half of it.
    return _mm_or_si128(_mm_and_si128(light, _mm_srli_epi16(product, 1)), _mm_andnot_si128(light, product));
}
// What the channels are to be multiplied by once they are filtered.
constexpr float kWeight = 32767, kLight = 2 / (255.0f * 255 * kWeight), kPart = 1 / (255 * 128.0f * kWeight),
                kSlope = kSteepest / (127.0f * 127 * kWeight);

// Light and opacity; slopes, roughness and metalness.
struct Wide {
    __m128 lower, upper;
};

Wide mixed(const Wide& a, const Wide& b, float t) {
    const __m128 w = _mm_set1_ps(t);
    return {_mm_add_ps(a.lower, _mm_mul_ps(_mm_sub_ps(b.lower, a.lower), w)),
            _mm_add_ps(a.upper, _mm_mul_ps(_mm_sub_ps(b.upper, a.upper), w))};
}

// Two neighbours; `weights` of both in 15 bits, in turns.
Wide mixed(const Texel* a, const Texel* b, __m128i weights) {
    const __m128i p = decoded(a), q = decoded(b);
    return {_mm_cvtepi32_ps(_mm_madd_epi16(_mm_unpacklo_epi16(p, q), weights)),
            _mm_cvtepi32_ps(_mm_madd_epi16(_mm_unpackhi_epi16(p, q), weights))};
}

// At uv within one repeat: one texel beyond either edge at most, so that rounding down needs no floor.
Wide bilinear(const Texel* texels, int width, int height, const V2f& uv) {
    const float x = uv.x * static_cast<float>(width) + 0.5f, y = uv.y * static_cast<float>(height) + 0.5f;
    const int i = static_cast<int>(x), j = static_cast<int>(y);
    const int second = static_cast<int>((x - static_cast<float>(i)) * kWeight);
    const __m128i weights = _mm_set1_epi32(second << 16 | (static_cast<int>(kWeight) - second));
    const int x0 = i == 0 ? width - 1 : i - 1, x1 = i >= width ? 0 : i;
    const int y0 = j == 0 ? height - 1 : j - 1, y1 = j >= height ? 0 : j;
    const Texel* row0 = texels + static_cast<size_t>(y0) * width;
    const Texel* row1 = texels + static_cast<size_t>(y1) * width;
    return mixed(mixed(row0 + x0, row0 + x1, weights), mixed(row1 + x0, row1 + x1, weights), y - static_cast<float>(j));
}

} // namespace

TextureSample Texture::sample(const V2f& whole, float footprint) const {
    const V2f uv(whole.x - std::floor(whole.x), whole.y - std::floor(whole.y)); // exact far from the origin too
    const float level = std::log2(std::max(footprint * static_cast<float>(width()), 1.0f));
    const int last = static_cast<int>(levels_.size()) - 1, l = std::min(static_cast<int>(level), last);
    const float t = level - static_cast<float>(l);
    const auto at = [&](int k) {
        const Texel* texels = this->level(k);
        while (!texels) texels = this->level(++k);
        return bilinear(texels, levels_[k].width, levels_[k].height, uv);
    };
    Wide sum = at(l);
    if (l < last && t > 1 / 64.0f) sum = mixed(sum, at(l + 1), t);
    float lower[4], upper[4];
    _mm_storeu_ps(lower, _mm_mul_ps(sum.lower, _mm_setr_ps(kLight, kLight, kLight, kPart)));
    _mm_storeu_ps(upper, _mm_mul_ps(sum.upper, _mm_setr_ps(kSlope, kSlope, kPart, kPart)));
    return {.color = fromLinear709({lower[0], lower[1], lower[2]}),
            .opacity = lower[3],
            .slope = {upper[0], upper[1]},
            .roughness = upper[2],
            .metalness = upper[3]};
}

Texture Texture::coarser() const {
    if (levels_.size() < 2) return *this;
    const Level& l = levels_[1];
    if (!finer_) return {l.width, l.height, {texels_.begin() + static_cast<std::ptrdiff_t>(l.first), texels_.end()}};
    return {l.width, l.height, texels_, [read = finer_->read](int k) { return read(k + 1); }, cuts_};
}

namespace {

constexpr float kRelief = 0.02f; // of height pictures, as a share of the repeat's width

// A picture at a place, made to fit another size.
struct Channels {
    const Picture* picture;
    Imath::V4f at(float u, float v) const { // 0..1 in bytes' own curve; v from the top
        const Picture& p = *picture;
        const float x = u * static_cast<float>(p.width) - 0.5f, y = v * static_cast<float>(p.height) - 0.5f;
        const float fx = std::floor(x), fy = std::floor(y), s = x - fx, t = y - fy;
        Imath::V4f sum(0);
        for (int j = 0; j < 2; ++j)
            for (int i = 0; i < 2; ++i) {
                const float w = (i ? s : 1 - s) * (j ? t : 1 - t);
                if (w <= 0) continue;
                const size_t k = static_cast<size_t>(wrapped(static_cast<int>(fy) + j, p.height)) * p.width +
                                 wrapped(static_cast<int>(fx) + i, p.width);
                const uint8_t* b = &p.rgba[k * 4];
                sum += Imath::V4f(b[0], b[1], b[2], b[3]) * (w / 255);
            }
        return sum;
    }
};

} // namespace

Map mapNamed(std::string_view fileName) {
    const std::string name = lowered(std::string(fileName));
    const auto has = [&](std::initializer_list<const char*> words) {
        return std::any_of(words.begin(), words.end(),
                           [&](const char* w) { return name.find(w) != std::string::npos; });
    };
    if (has({"normal", "_nor", "-nor", "_nrm"})) return &Maps::normal;
    if (has({"rough"})) return &Maps::roughness;
    if (has({"metal"})) return &Maps::metalness;
    if (has({"height", "displace", "_disp", "-disp", "bump"})) return &Maps::height;
    if (has({"opacity", "alpha", "mask", "cutout"})) return &Maps::opacity;
    return &Maps::color;
}

Texture makeTexture(const Maps& maps, int limit) {
    int width = 1, height = 1;
    for (const Map map : kMaps)
        if (const auto& p = maps.*map) {
            width = std::max(width, p->width);
            height = std::max(height, p->height);
        }
    width = std::min(width, limit);
    height = std::min(height, limit);
    std::vector<Texel> texels(static_cast<size_t>(width) * height);
    parallelFor(height, [&](int y) {
        for (int x = 0; x < width; ++x) {
            const float u = (static_cast<float>(x) + 0.5f) / static_cast<float>(width),
                        v = 1 - (static_cast<float>(y) + 0.5f) / static_cast<float>(height); // from the top
            Texel& t = texels[static_cast<size_t>(y) * width + x];
            t = {{255, 255, 255}, 255, {128, 128}, byte(0.5f), 0};
            const auto read = [&](const std::shared_ptr<const Picture>& p) { return Channels{p.get()}.at(u, v); };
            if (maps.color) {
                const Imath::V4f c = read(maps.color);
                t.color = {lightByte(decodeSrgb(c.x)), lightByte(decodeSrgb(c.y)), lightByte(decodeSrgb(c.z))};
                t.opacity = byte(c.w);
            }
            if (maps.opacity) t.opacity = byte(read(maps.opacity).x);
            if (maps.roughness) t.roughness = byte(read(maps.roughness).x);
            if (maps.metalness) t.metalness = byte(read(maps.metalness).x);
            V2f slope(0);
            if (maps.normal) {
                const Imath::V4f c = read(maps.normal);
                const float z = std::max(2 * c.z - 1, 0.05f);
                slope = V2f(-(2 * c.x - 1) / z, -(2 * c.y - 1) / z);
            }
            if (maps.height) {
                const float du = 1 / static_cast<float>(width), dv = 1 / static_cast<float>(height);
                const Channels h{maps.height.get()};
                const float wide = static_cast<float>(width) / static_cast<float>(height);
                slope += V2f((h.at(u + du, v).x - h.at(u - du, v).x) / (2 * du),
                             (h.at(u, v - dv).x - h.at(u, v + dv).x) / (2 * dv) * wide) *
                         kRelief;
            }
            t.slope = {slopeByte(slope.x), slopeByte(slope.y)};
        }
    });
    return {width, height, std::move(texels)};
}

void fit(std::vector<std::shared_ptr<const Texture>>& textures, size_t bytes) {
    size_t total = 0;
    for (const auto& t : textures) total += t->bytes();
    while (total > bytes) {
        const auto largest = std::max_element(textures.begin(), textures.end(),
                                              [](const auto& a, const auto& b) { return a->bytes() < b->bytes(); });
        if (largest == textures.end() || (*largest)->width() * (*largest)->height() <= 1) return;
        total -= (*largest)->bytes();
        *largest = std::make_shared<const Texture>((*largest)->coarser());
        total += (*largest)->bytes();
    }
}

} // namespace thallos
