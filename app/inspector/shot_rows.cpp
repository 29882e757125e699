// Rows of the verbs that work on the shot: Light, Frame, Finish.
#include "app/inspector/rows.h"
#include "app/panes/pane.h"

#include <cmath>

#include <QDateEdit>

#include "app/words/text.h"

namespace thallos {

namespace {

void placeRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(tr("Place"), {});
    rows.value(
        tr("Time zone"), {-12, 14, false, Dimension::Plain, "h", 2, 0},
        tr("Hours ahead of universal time that clocks on the site show; the sun of every shot follows"),
        [&session] { return session.document.project().site->zone; },
        [&session](double v, bool) {
            Project next = session.document.project();
            Site site = *next.site;
            site.zone = v;
            next = withSite(next, site);
            // The hour stays what the clock shows; which hour of the sun that is changes.
            for (const Item* item : itemsOf<Shot>(session.document.project())) {
                Item copy = *item;
                std::get<Shot>(copy.body).daylight.time.zone = v;
                next = replaced(next, copy);
            }
            session.document.edit(tr("Time zone"), std::move(next), "time zone");
        });
    QStringList seasons;
    for (const char* s : kSeasonNames) seasons << tr(s);
    rows.choice(
        tr("Season"), seasons, tr("Leaves, flowers and colours of all that grows; in the last one snow lies"),
        [&session] { return static_cast<int>(session.document.project().site->season); },
        [&session](int i) {
            Site s = *session.document.project().site;
            s.season = static_cast<Season>(i);
            session.document.edit(tr("Season"), withSite(session.document.project(), s));
        });
    auto site = [&](const QString& name, const ValueRange& range, const QString& tip, double Place::*member) {
        rows.value(
            name, range, tip, [&session, member] { return session.document.project().site->place.*member; },
            [&session, member, name](double v, bool dragging) {
                Site s = *session.document.project().site;
                s.place.*member = v;
                session.document.edit(name, withSite(session.document.project(), s), name,
                                      dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    };
    site(tr("Latitude"), {-66, 66, false, Dimension::Angle, "°", 2, 52}, tr("North is positive"), &Place::latitude);
    site(tr("Longitude"), {-180, 180, false, Dimension::Angle, "°", 2, 0}, tr("East is positive"), &Place::longitude);
    site(tr("Elevation"), {0, 4000, false, Dimension::Length, "m", 0, 90},
         tr("Of the site over the sea: thinner air, deeper sky"), &Place::elevation);
}

void aspectAndExposureRows(Rows& rows) {
    Session& session = rows.session();
    const QStringList ratios{"16:9", "3:2", "4:3", "1:1", "4:5", "2:3", "9:16", "21:9"};
    static const float values[] = {16.0f / 9, 1.5f, 4.0f / 3, 1, 0.8f, 2.0f / 3, 9.0f / 16, 21.0f / 9};
    rows.choice(
        tr("Aspect"), ratios, tr("Width by height of the picture"),
        [&session] {
            int best = 0;
            for (int i = 0; i < 8; ++i)
                if (std::abs(values[i] - session.view.shot().camera.aspect) <
                    std::abs(values[best] - session.view.shot().camera.aspect))
                    best = i;
            return best;
        },
        [&session](int i) {
            session.view.editShot(tr("Aspect"), [&](Shot& s) {
                s.camera.aspect = values[i];
                const int longer = std::max(s.size.x, s.size.y);
                s.size = values[i] >= 1
                             ? V2i(longer, static_cast<int>(std::lround(static_cast<float>(longer) / values[i])))
                             : V2i(static_cast<int>(std::lround(static_cast<float>(longer) * values[i])), longer);
            });
        });
    rows.choice(
        tr("Metering"), {tr("metered"), tr("by EV")}, tr("By the meter, or fixed"),
        [&session] { return session.view.shot().metered ? 0 : 1; },
        [&rows, &session](int i) {
            auto* pane = rows.window()->findChild<ShotPane*>();
            const float now = pane ? pane->picture().ev100 : 13;
            session.view.editShot(tr("Metering"), [&](Shot& s) {
                s.metered = i == 0;
                if (i == 1) s.ev100 = now; // what the meter said, so that nothing jumps
            });
        });
    rows.shotValue(
        tr("EV 100"), {-4, 18, false, Dimension::Plain, "EV", 2, 13},
        tr("Light value that becomes middle grey; used when the exposure is fixed"),
        [](const Shot& s) { return s.ev100; },
        [](Shot& s, double v) {
            s.ev100 = static_cast<float>(v);
            s.metered = false;
        });
    rows.shotValue(
        tr("Exposure"), {-4, 4, false, Dimension::Plain, "EV", 2, 0}, tr("Brighter or darker than metered, in stops"),
        [](const Shot& s) { return s.finish.exposure; },
        [](Shot& s, double v) { s.finish.exposure = static_cast<float>(v); });
}

} // namespace

void lightRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(tr("Daylight"),
                 session.view.shotItem() ? QString::fromStdString(session.view.shotItem()->name) : QString());
    auto* date = new QDateEdit(&rows);
    date->setDisplayFormat("d MMM yyyy");
    date->setCalendarPopup(true);
    date->setAccessibleName(tr("Date"));
    date->setToolTip(tr("Day of the year: how high the sun climbs"));
    rows.labelled(tr("Date"), date, [&session, date] {
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
        tr("Time"), {0, 24, false, Dimension::Clock, {}, 2, 12},
        tr("Time of day; also on the day band under the picture"), [](const Shot& s) { return s.daylight.time.hour; },
        [](Shot& s, double v) { s.daylight.time.hour = v; });
    rows.shotValue(
        tr("Visibility"), {1000, 120000, true, Dimension::Length, "km", 1, 35000},
        tr("How far one sees through the haze"), [](const Shot& s) { return s.daylight.visibility; },
        [](Shot& s, double v) { s.daylight.visibility = static_cast<float>(v); });
    rows.shotValue(
        tr("Cloud"), ValueRange::percent(0, 1, 0),
        tr("Share of the sky that is covered: shadows soften and go, the light turns even and cool"),
        [](const Shot& s) { return s.daylight.cloud; },
        [](Shot& s, double v) { s.daylight.cloud = static_cast<float>(v); });
    placeRows(rows);
    rows.note([&session] {
        const Shot s = session.view.shot();
        const SunPosition sun = sunPosition(session.document.project().site->place, s.daylight.time);
        return tr("The sun stands %1° high at a bearing of %2°.")
            .arg(sun.altitude, 0, 'f', 1)
            .arg(sun.azimuth, 0, 'f', 0);
    });
}

void frameRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(session.view.shotItem() ? QString::fromStdString(session.view.shotItem()->name) : tr("No shot"),
                 session.view.looking() ? tr("looked around") : tr("shot"));
    // Camera values go where looking goes: into the working copy while there is one, else into the shot.
    auto camera = [&](const QString& label, const ValueRange& range, const QString& tip,
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
                        label, [&](Shot& s) { set(s.camera, v); }, label);
            });
    };
    camera(
        tr("Focal length"), {12, 200, true, Dimension::Plain, "mm", 1, 35},
        tr("Short takes in more and makes depth, long draws the background near"),
        [](const Camera& c) { return c.focal; }, [](Camera& c, double v) { c.focal = static_cast<float>(v); });
    camera(
        tr("Sensor"), {8, 60, false, Dimension::Plain, "mm", 1, 36}, tr("Longer side of the sensor"),
        [](const Camera& c) { return c.sensor; }, [](Camera& c, double v) { c.sensor = static_cast<float>(v); });
    camera(
        tr("Eye height"), ValueRange::length(0.1, 120, 1.6, true), tr("Of the lens over the ground under it"),
        [&session](const Camera& c) {
            return session.document.built() ? c.position.z - session.document.built()->field.at(xy(c.position)) : 1.6;
        },
        [&session](Camera& c, double v) {
            if (session.document.built())
                c.position.z = session.document.built()->field.at(xy(c.position)) + static_cast<float>(v);
        });
    camera(
        tr("Bearing"), {0, 360, false, Dimension::Angle, "°", 1, 0}, tr("Where the camera looks, from north, eastward"),
        [](const Camera& c) {
            const double d = std::fmod(degrees(c.yaw), 360.0);
            return d < 0 ? d + 360 : d;
        },
        [](Camera& c, double v) { c.yaw = radians(static_cast<float>(v)); });
    camera(
        tr("Tilt"), {-60, 60, false, Dimension::Angle, "°", 1, 0}, tr("Up or down; walls then lean"),
        [](const Camera& c) { return degrees(c.pitch); },
        [](Camera& c, double v) { c.pitch = radians(static_cast<float>(v)); });
    camera(
        tr("Lens shift"), ValueRange::percent(-0.6, 0.6, 0), tr("Raises or lowers the view with upright walls"),
        [](const Camera& c) { return c.shift; }, [](Camera& c, double v) { c.shift = static_cast<float>(v); });
    aspectAndExposureRows(rows);
    rows.note([&session] {
        return tr("Upright lines lean by %1° at the edge of the picture.")
            .arg(degrees(convergence(session.view.shot().camera)), 0, 'f', 1);
    });
}

void finishRows(Rows& rows) {
    rows.heading(tr("Finish"), tr("without rendering again"));
    rows.shotValue(
        tr("Exposure"), {-4, 4, false, Dimension::Plain, "EV", 2, 0}, tr("Brighter or darker, in stops"),
        [](const Shot& s) { return s.finish.exposure; },
        [](Shot& s, double v) { s.finish.exposure = static_cast<float>(v); });
    rows.shotValue(
        tr("Balance"), {2500, 12000, true, Dimension::Plain, "K", 0, 5600},
        tr("Colour of light that looks neutral: lower makes the picture cooler"),
        [](const Shot& s) { return s.finish.balance; },
        [](Shot& s, double v) { s.finish.balance = static_cast<float>(v); });
    rows.shotValue(
        tr("Contrast"), ValueRange::percent(0.5, 1.5, 1), tr("Around middle grey"),
        [](const Shot& s) { return s.finish.contrast; },
        [](Shot& s, double v) { s.finish.contrast = static_cast<float>(v); });
    rows.shotValue(
        tr("Saturation"), ValueRange::percent(0, 1.6, 1), tr("Strength of the colours"),
        [](const Shot& s) { return s.finish.saturation; },
        [](Shot& s, double v) { s.finish.saturation = static_cast<float>(v); });
    rows.shotValue(
        tr("Vignette"), {0, 2, false, Dimension::Plain, "EV", 2, 0}, tr("Light lost towards the corners"),
        [](const Shot& s) { return s.finish.vignette; },
        [](Shot& s, double v) { s.finish.vignette = static_cast<float>(v); });
    rows.heading(tr("Picture"), {});
    rows.shotValue(
        tr("Width"), {64, 16384, true, Dimension::Plain, "px", 0, 1920},
        tr("Of the final render; the height follows the aspect"), [](const Shot& s) { return s.size.x; },
        [](Shot& s, double v) {
            s.size.x = static_cast<int>(std::lround(v));
            s.size.y = std::max(16, static_cast<int>(std::lround(v / s.camera.aspect)));
        });
    rows.shotValue(
        tr("Samples"), {1, 4096, true, Dimension::Plain, "", 0, 96},
        tr("For each pixel, at most: four times as many halve the noise"), [](const Shot& s) { return s.samples; },
        [](Shot& s, double v) { s.samples = static_cast<int>(std::lround(v)); });
    rows.shotValue(
        tr("Noise"), {0, 0.3, false, Dimension::Percent, "%", 1, 0.04},
        tr("Parts of the picture with no more noise than this take no more samples; at 0 % all take as many"),
        [](const Shot& s) { return s.noise; }, [](Shot& s, double v) { s.noise = static_cast<float>(v); });
}

} // namespace thallos
