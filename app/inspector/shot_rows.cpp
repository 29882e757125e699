// Rows of the verbs that work on the shot: Light, Frame, Finish.
#include "app/inspector/rows.h"
#include "app/panes/pane.h"

#include <cmath>

#include <QDateEdit>

#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"

namespace thallos {

namespace {

void placeRows(Rows& rows) {
    Session& session = rows.session();
    QStringList seasons;
    for (int i = 0; i < kSeasons; ++i) seasons << nameOf(static_cast<Season>(i));
    rows.choice(
        {"season", tr("Season")}, seasons, tr("Sets leaves, flowers and colours for the whole project"),
        [&session] { return static_cast<int>(session.document.project().site->season); },
        [&session](int i) {
            Site s = *session.document.project().site;
            s.season = static_cast<Season>(i);
            session.document.edit(tr("Season"), withSite(session.document.project(), s));
        });
    rows.heading(tr("Location"), {});
    locationRows(rows);
}

void aspectAndExposureRows(Rows& rows) {
    Session& session = rows.session();
    QStringList ratios;
    for (const Aspect& a : kAspects) ratios << QString::fromUtf8(a.text);
    ratios << tr("Custom");
    const auto setAspect = [](Shot& s, float aspect) {
        s.camera.aspect = aspect;
        const auto longer = static_cast<float>(std::max(s.size.x, s.size.y));
        s.size = aspect >= 1 ? V2i(static_cast<int>(longer), static_cast<int>(std::lround(longer / aspect)))
                             : V2i(static_cast<int>(std::lround(longer * aspect)), static_cast<int>(longer));
    };
    rows.choice(
        {"aspect", tr("Aspect ratio")}, ratios, tr("Width by height of the image"),
        [&session, ratios] {
            const auto at = ratios.indexOf(aspectText(session.view.shot().camera.aspect));
            return static_cast<int>(at >= 0 ? at : ratios.size() - 1);
        },
        [&session, setAspect](int i) {
            if (i < static_cast<int>(std::size(kAspects)))
                session.view.editShot(tr("Aspect ratio"), [&](Shot& s) { setAspect(s, kAspects[i].value); });
        });
    rows.shotValue(
        {"aspectValue", tr("Width : height")}, {0.4, 3, true, Dimension::Plain, ":1", 3, {}},
        tr("Any aspect ratio: width for a height of 1"),
        [](const Shot& s) { return static_cast<double>(s.camera.aspect); },
        [setAspect](Shot& s, double v) { setAspect(s, static_cast<float>(v)); });
    rows.choice(
        {"metering", tr("Exposure")}, {tr("Auto"), tr("Manual")}, tr("Metered for each view, or fixed"),
        [&session] { return session.view.shot().metered ? 0 : 1; },
        [&rows, &session](int i) {
            auto* pane = rows.window()->findChild<ShotPane*>();
            const float now = pane ? pane->picture().ev100 : 13;
            session.view.editShot(tr("Exposure"), [&](Shot& s) {
                s.metered = i == 0;
                if (i == 1) s.ev100 = now; // what the meter said, so that nothing jumps
            });
        });
    rows.shotValue(
        {"ev100", tr("EV100")}, {-4, 18, false, Dimension::Plain, "EV", 2, 13},
        tr("Exposure value at ISO 100; setting it makes the exposure manual"), [](const Shot& s) { return s.ev100; },
        [](Shot& s, double v) {
            s.ev100 = static_cast<float>(v);
            s.metered = false;
        });
    rows.shotValue(
        {"exposure", tr("Compensation")}, {-4, 4, false, Dimension::Plain, "EV", 2, 0},
        tr("Exposure compensation, in stops: brighter or darker"), [](const Shot& s) { return s.finish.exposure; },
        [](Shot& s, double v) { s.finish.exposure = static_cast<float>(v); });
}

} // namespace

void lightRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(tr("Daylight"),
                 session.view.shotItem() ? QString::fromStdString(session.view.shotItem()->name) : QString());
    auto* date = new QDateEdit(&rows);
    date->setDisplayFormat("d MMM yyyy");
    date->setObjectName("date");
    date->setCalendarPopup(true);
    date->setAccessibleName(tr("Date"));
    date->setToolTip(tr("Date; sets how high the sun climbs"));
    rows.labelled({"date", tr("Date")}, date, [&session, date] {
        const CivilTime t = session.view.shot().daylight.time;
        const QSignalBlocker quiet(date);
        date->setDate(QDate(t.year, t.month, t.day));
    });
    QObject::connect(date, &QDateEdit::dateChanged, &rows, [&session](const QDate& d) {
        session.view.editShot(
            tr("Date"),
            [&](Shot& s) {
                s.daylight.time.year = d.year();
                s.daylight.time.month = d.month();
                s.daylight.time.day = d.day();
            },
            "date");
    });
    rows.shotValue(
        {"time", tr("Time")}, {0, 24, false, Dimension::Clock, {}, 2, 12},
        tr("Time of day; also on the day band below the panes"), [](const Shot& s) { return s.daylight.time.hour; },
        [](Shot& s, double v) { s.daylight.time.hour = v; });
    rows.shotValue(
        {"visibility", tr("Visibility")},
        ValueRange{1000, 120000, true, Dimension::Length, "km", 1, 35000}.typed(1000, 200000),
        tr("Distance at which haze hides everything"), [](const Shot& s) { return s.daylight.visibility; },
        [](Shot& s, double v) { s.daylight.visibility = static_cast<float>(v); });
    rows.shotValue(
        {"cloud", tr("Cloud cover")}, ValueRange::percent(0, 1, 0),
        tr("Share of the sky covered: shadows soften and vanish, light turns even and cool"),
        [](const Shot& s) { return s.daylight.cloud; },
        [](Shot& s, double v) { s.daylight.cloud = static_cast<float>(v); });
    placeRows(rows);
}

void frameRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(session.view.shotItem() ? QString::fromStdString(session.view.shotItem()->name) : tr("No shot"),
                 session.view.looking() ? tr("view not saved") : tr("shot"));
    // Camera values go where looking goes: into the working copy while there is one, else into the shot.
    auto camera = [&](const Label& label, const ValueRange& range, const QString& tip,
                      const std::function<double(const Camera&)>& get,
                      const std::function<void(Camera&, double)>& set) {
        rows.value(
            label, range, tip, [&session, get] { return get(session.view.shot().camera); },
            [&session, set, label](double v, bool) {
                if (session.view.looking()) {
                    Camera c = session.view.shot().camera;
                    set(c, v);
                    session.view.look(c);
                } else
                    session.view.editShot(
                        label.text, [&](Shot& s) { set(s.camera, v); }, label.id);
            });
    };
    camera(
        {"focalLength", tr("Focal length")}, {12, 200, true, Dimension::Plain, "mm", 1, 35},
        tr("Short takes in more and adds depth; long brings the background near"),
        [](const Camera& c) { return c.focal; }, [](Camera& c, double v) { c.focal = static_cast<float>(v); });
    camera(
        {"sensor", tr("Sensor width")}, {8, 60, false, Dimension::Plain, "mm", 1, 36},
        tr("Longer side of the sensor; 36 mm is full frame"), [](const Camera& c) { return c.sensor; },
        [](Camera& c, double v) { c.sensor = static_cast<float>(v); });
    camera(
        {"eyeHeight", tr("Eye height")}, ValueRange::length(0.1, 120, 1.6, true), tr("Camera height above the ground"),
        [&session](const Camera& c) {
            return session.document.built() ? c.position.z - session.document.built()->land.field.at(xy(c.position))
                                            : 1.6;
        },
        [&session](Camera& c, double v) {
            if (session.document.built())
                c.position.z = session.document.built()->land.field.at(xy(c.position)) + static_cast<float>(v);
        });
    camera(
        {"bearing", tr("Bearing")}, {0, 360, false, Dimension::Angle, "°", 1, 0},
        tr("Direction the camera looks, clockwise from north"),
        [](const Camera& c) {
            const double d = std::fmod(degrees(c.yaw), 360.0);
            return d < 0 ? d + 360 : d;
        },
        [](Camera& c, double v) { c.yaw = radians(static_cast<float>(v)); });
    camera(
        {"tilt", tr("Tilt")}, {-60, 60, false, Dimension::Angle, "°", 1, 0}, tr("Up or down; verticals then converge"),
        [](const Camera& c) { return degrees(c.pitch); },
        [](Camera& c, double v) { c.pitch = radians(static_cast<float>(v)); });
    camera(
        {"lensShift", tr("Lens shift")}, ValueRange::percent(-0.6, 0.6, 0),
        tr("Raises or lowers the view and keeps verticals parallel"), [](const Camera& c) { return c.shift; },
        [](Camera& c, double v) { c.shift = static_cast<float>(v); });
    aspectAndExposureRows(rows);
    rows.note([&session] {
        return tr("Verticals lean by %1° at the edge of the frame.")
            .arg(decimalText(degrees(convergence(session.view.shot().camera)), 1));
    });
}

void finishRows(Rows& rows) {
    rows.heading(tr("Grade"), tr("applied instantly"));
    rows.shotValue(
        {"exposure", tr("Compensation")}, {-4, 4, false, Dimension::Plain, "EV", 2, 0},
        tr("Exposure compensation, in stops: brighter or darker"), [](const Shot& s) { return s.finish.exposure; },
        [](Shot& s, double v) { s.finish.exposure = static_cast<float>(v); });
    rows.shotValue(
        {"whiteBalance", tr("White balance")}, {2500, 12000, true, Dimension::Plain, "K", 0, 5600},
        tr("Colour temperature that looks neutral: lower makes the image cooler"),
        [](const Shot& s) { return s.finish.balance; },
        [](Shot& s, double v) { s.finish.balance = static_cast<float>(v); });
    rows.shotValue(
        {"contrast", tr("Contrast")}, ValueRange::percent(0.5, 1.5, 1), tr("Contrast around middle grey"),
        [](const Shot& s) { return s.finish.contrast; },
        [](Shot& s, double v) { s.finish.contrast = static_cast<float>(v); });
    rows.shotValue(
        {"saturation", tr("Saturation")}, ValueRange::percent(0, 1.6, 1), tr("Strength of the colours"),
        [](const Shot& s) { return s.finish.saturation; },
        [](Shot& s, double v) { s.finish.saturation = static_cast<float>(v); });
    rows.shotValue(
        {"vignette", tr("Vignette")}, {0, 2, false, Dimension::Plain, "EV", 2, 0},
        tr("Light falloff towards the corners"), [](const Shot& s) { return s.finish.vignette; },
        [](Shot& s, double v) { s.finish.vignette = static_cast<float>(v); });
    rows.heading(tr("Output"), {});
    rows.shotValue(
        {"width", tr("Width")}, ValueRange{64, 16384, true, Dimension::Plain, "px", 0, 1920}.typed(16, 32768),
        tr("Width of the final render; the height follows the aspect ratio"), [](const Shot& s) { return s.size.x; },
        [](Shot& s, double v) {
            s.size.x = static_cast<int>(std::lround(v));
            s.size.y = std::max(16, static_cast<int>(std::lround(v / s.camera.aspect)));
        });
    rows.shotValue(
        {"height", tr("Height")}, ValueRange{64, 16384, true, Dimension::Plain, "px", 0, 1080}.typed(16, 32768),
        tr("Height of the final render; the width follows the aspect ratio"), [](const Shot& s) { return s.size.y; },
        [](Shot& s, double v) {
            s.size.y = static_cast<int>(std::lround(v));
            s.size.x = std::max(16, static_cast<int>(std::lround(v * static_cast<double>(s.camera.aspect))));
        });
    rows.shotValue(
        {"samples", tr("Samples")}, {1, 4096, true, Dimension::Plain, "", 0, 96},
        tr("Maximum per pixel; four times as many halve the noise"), [](const Shot& s) { return s.samples; },
        [](Shot& s, double v) { s.samples = static_cast<int>(std::lround(v)); });
    rows.shotValue(
        {"noise", tr("Noise threshold")}, {0, 0.3, false, Dimension::Percent, "%", 1, 0.04},
        tr("Areas with no more noise than this take no more samples; at 0 % all take as many"),
        [](const Shot& s) { return s.noise; }, [](Shot& s, double v) { s.noise = static_cast<float>(v); });
}

} // namespace thallos
