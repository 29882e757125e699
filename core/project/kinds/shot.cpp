#include <cstdio>

#include "core/project/kinds/kind.h"
#include "core/project/move.h"

namespace thallos {

namespace {

void move(Shot& s, const Moving& m) {
    s.camera.position = m.over(s.camera.position);
    s.camera.yaw -= m.by.turn; // a bearing
}

void limits(Shot& s, Limits& tell) {
    Camera& c = s.camera;
    tell.point("the camera", c.position);
    tell.turn("the bearing", c.yaw);
    tell.range("the focal length", c.focal, 8, 400);
    tell.range("the sensor", c.sensor, 5, 120);
    tell.range("the aspect", c.aspect, 0.2f, 6);
    tell.range("the pitch", c.pitch, -1.571f, 1.571f);
    tell.range("the shift", c.shift, -1, 1);
    tell.range("the visibility", s.daylight.visibility, 1000, 200000);
    tell.range("the cloud", s.daylight.cloud, 0, 1);
    tell.range("the exposure", s.finish.exposure, -12, 12);
    tell.range("the EV", s.ev100, -12, 24);
    tell.range("the balance", s.finish.balance, 2000, 15000);
    tell.range("the contrast", s.finish.contrast, 0.5f, 1.5f);
    tell.range("the saturation", s.finish.saturation, 0, 1.6f);
    tell.range("the vignette", s.finish.vignette, 0, 2);
    for (int k = 0; k < 2; ++k) tell.range("the size", s.size[k], 16, 32768);
    tell.range("the samples", s.samples, 1, 65535);
    tell.range("the noise", s.noise, 0, 1);
    tell.range("the denoising", s.output.denoise, 0, 1);
    tell.time(s.daylight.time);
}

void write(const Shot& s, nlohmann::json& j, const BlobSink&) {
    const Camera& c = s.camera;
    const CivilTime& t = s.daylight.time;
    char date[40];
    std::snprintf(date, sizeof date, "%04d-%02d-%02d", t.year, t.month, t.day);
    j["camera"] = {{"position_m", toJson(c.position)},
                   {"bearing_deg", toDegrees(c.yaw)},
                   {"pitch_deg", toDegrees(c.pitch)},
                   {"focal_mm", c.focal},
                   {"sensor_mm", c.sensor},
                   {"aspect", c.aspect},
                   {"shift", c.shift}};
    j["daylight"] = {{"date", date},
                     {"hour", t.hour},
                     {"zone_h", t.zone},
                     {"visibility_m", s.daylight.visibility},
                     {"cloud", s.daylight.cloud}};
    j["exposure"] = {{"metered", s.metered}, {"ev100", s.ev100}};
    j["finish"] = {{"exposure_stops", s.finish.exposure},
                   {"balance_k", s.finish.balance},
                   {"contrast", s.finish.contrast},
                   {"saturation", s.finish.saturation},
                   {"vignette_stops", s.finish.vignette}};
    j["output"] = {{"width", s.size.x}, {"height", s.size.y}, {"samples", s.samples}, {"noise", s.noise}};
    if (!(s.output == Output())) {
        nlohmann::json& o = j["output"];
        o["file"] = s.output.file;
        o["denoise"] = s.output.denoise;
        o["passes"] = s.output.passes;
        o["separate_files"] = s.output.apart;
        o["float32"] = s.output.floats;
        o["bits16"] = s.output.deep;
        o["matte_png"] = s.output.mattes;
    }
    j["hidden"] = nlohmann::json::array();
    for (const Id id : s.hidden) j["hidden"].push_back(id.value);
}

Shot read(const JsonReader& in, BlobReader&) {
    Shot s;
    const JsonReader c = in.at("camera"), d = in.at("daylight"), f = in.at("finish"), o = in.at("output");
    s.camera = {c.at("position_m").v3(), c.at("bearing_deg").angle(), c.at("pitch_deg").angle(),
                c.at("focal_mm").real(), c.at("sensor_mm").real(),    c.at("aspect").real(),
                c.at("shift").real()};
    CivilTime& t = s.daylight.time;
    if (std::sscanf(d.at("date").text().c_str(), "%d-%d-%d", &t.year, &t.month, &t.day) != 3)
        d.at("date").fail("must be YYYY-MM-DD");
    t.hour = d.at("hour").number();
    t.zone = d.at("zone_h").number();
    s.daylight.visibility = d.at("visibility_m").real();
    if (d.has("cloud")) s.daylight.cloud = d.at("cloud").real();
    s.metered = in.at("exposure").at("metered").yes();
    s.ev100 = in.at("exposure").at("ev100").real();
    s.finish = {f.at("exposure_stops").real(), f.at("balance_k").real(), f.at("contrast").real(),
                f.at("saturation").real(), f.at("vignette_stops").real()};
    s.size = {o.at("width").small(), o.at("height").small()};
    s.samples = o.at("samples").small();
    s.noise = o.has("noise") ? o.at("noise").real() : 0;
    if (o.has("file")) {
        s.output.file = o.at("file").text();
        s.output.denoise = o.at("denoise").real();
        o.at("passes").each([&](const JsonReader& p) { s.output.passes.push_back(p.text()); });
        s.output.apart = o.at("separate_files").yes();
        s.output.floats = o.at("float32").yes();
        s.output.deep = o.at("bits16").yes();
        s.output.mattes = o.at("matte_png").yes();
    }
    if (in.has("hidden")) in.at("hidden").each([&](const JsonReader& id) { s.hidden.push_back(Id{id.natural()}); });
    return s;
}

} // namespace

template <> const Kind<Shot>& kindOf<Shot>() {
    static const Kind<Shot> kind{
        .name = "shot",
        .since = 1,
        .inPicture = false,
        .extent = [](const Shot& s) { return Box2f(xy(s.camera.position)); },
        .hold = [](const Shot& s, const HeightField*) { return std::optional(s.camera.position); },
        .move = move,
        .lift =
            [](Shot& s, const std::function<float(const V2f&)>& rise) {
                s.camera.position.z += rise(xy(s.camera.position));
                return true;
            },
        .limits = limits,
        .write = write,
        .read = read,
        .snap = kNothing,
        .footprint = kNothing,
        .plantsTouched = kNothing,
        .sower = kNothing,
        .species = kNothing,
        .surfaces = kNothing,
        .anchor = nullptr,
        .standsOn = kNothing,
        .adrift = Text(),
        .follow = kNothing,
    };
    return kind;
}

} // namespace thallos
