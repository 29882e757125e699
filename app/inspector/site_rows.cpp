// Rows of the site: its name, size and grid, and where on the earth it lies.
#include <QComboBox>
#include <QCompleter>
#include <QLineEdit>

#include "app/inspector/rows.h"
#include "app/words/names.h"
#include "app/words/numbers.h"
#include "app/words/text.h"
#include "core/base/location.h"
#include "core/light/time_zone.h"

namespace thallos {

namespace {

// Does it, or tells why it can't be done.
void tried(Session& session, const std::function<void()>& act) {
    try {
        act();
    } catch (const Error& e) {
        Q_EMIT session.message(sentenceOf(e));
    }
}

void editSite(Session& session, const QString& name, const std::function<void(Site&)>& change) {
    Site site = *session.document.project().site;
    change(site);
    session.document.edit(name, zoned(withSite(session.document.project(), site)));
}

// A length as words: the ground is not made anew at every step of a slider.
void lengthRow(Rows& rows, const Label& label, const QString& tip, const std::function<double()>& get,
               const std::function<void(float)>& set) {
    Session& session = rows.session();
    rows.words(
        label, tip, [get] { return lengthText(get()).toStdString(); },
        [&session, set](const std::string& words) {
            tried(session,
                  [&] { set(static_cast<float>(parseQuantity(words, Dimension::Length, showsFeet() ? "ft" : "m"))); });
        });
}

void sizeRows(Rows& rows) {
    Session& session = rows.session();
    const auto resize = [&session](const QString& name, const V2f& size, float cell) {
        const Project& project = session.document.project();
        session.document.edit(name, resized(project, size, cell));
    };
    const auto grid = [&session]() -> const GroundGrid& { return session.document.project().ground->grid; };
    lengthRow(
        rows, {"siteWidth", tr("Width")}, tr("From west to east; a larger or smaller site keeps what stands on it"),
        [grid] { return grid().size().x; },
        [resize, grid](float v) {
            resize(tr("Site width"), {v, grid().size().y}, grid().cell);
        });
    lengthRow(
        rows, {"siteDepth", tr("Depth")}, tr("From south to north; a larger or smaller site keeps what stands on it"),
        [grid] { return grid().size().y; },
        [resize, grid](float v) {
            resize(tr("Site depth"), {grid().size().x, v}, grid().cell);
        });
    lengthRow(
        rows, {"siteGrid", tr("Terrain grid")}, tr("Distance between heights of the ground; finer takes more memory"),
        [grid] { return grid().cell; }, [resize, grid](float v) { resize(tr("Terrain grid"), grid().size(), v); });
}

void timeZoneRow(Rows& rows) {
    Session& session = rows.session();
    auto* box = new QComboBox(&rows);
    box->setObjectName("timeZone");
    box->setAccessibleName(tr("Time zone"));
    box->setToolTip(tr("Clocks of the site, with summer time; the sun of every shot follows"));
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setEditable(true); // typed letters find one of four hundred
    box->lineEdit()->setAccessibleName(tr("Time zone"));
    box->lineEdit()->setToolTip(box->toolTip());
    box->setInsertPolicy(QComboBox::NoInsert);
    box->completer()->setFilterMode(Qt::MatchContains);
    box->completer()->setCompletionMode(QCompleter::PopupCompletion);
    box->addItem(tr("UTC offset, no summer time"), QString());
    for (const std::string& name : timeZones())
        box->addItem(QString::fromStdString(name).replace('_', ' '), QString::fromStdString(name));
    QObject::connect(box, &QComboBox::activated, &rows, [&session, box] {
        const std::string zone = box->currentData().toString().toStdString();
        editSite(session, tr("Time zone"), [&](Site& s) {
            s.timeZone = zone;
            if (zone.empty()) s.zone = session.view.shot().daylight.time.zone; // goes on from what the clocks say
        });
    });
    rows.labelled({"timeZone", tr("Time zone")}, box, [&session, box] {
        const QSignalBlocker quiet(box);
        const int at = box->findData(QString::fromStdString(session.document.project().site->timeZone));
        box->setCurrentIndex(std::max(0, at));
    });
    if (!session.document.project().site->timeZone.empty()) return;
    rows.value(
        {"utcOffset", tr("UTC offset")}, {-12, 14, false, Dimension::Plain, "h", 2, 0},
        tr("Hours ahead of UTC that clocks on the site show; the sun of every shot follows"),
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
            session.document.edit(tr("UTC offset"), std::move(next), "utcOffset");
        });
}

} // namespace

void locationRows(Rows& rows) {
    Session& session = rows.session();
    const auto place = [&session]() -> const Place& { return session.document.project().site->place; };
    rows.words(
        {"location", tr("Location")},
        tr("Latitude and longitude: 52.1, -1.6 or degrees, minutes and seconds such as 52°06'00\"N 1°36'00\"W"),
        [place] {
            return formatLocation({place().latitude, place().longitude});
        },
        [&session](const std::string& words) {
            tried(session, [&] {
                const Location there = parseLocation(words);
                editSite(session, tr("Location"), [&](Site& s) {
                    // A zone that was the place's own follows; one that was chosen stays.
                    const bool own = s.timeZone == timeZoneNear(s.place.latitude, s.place.longitude);
                    s.place.latitude = there.latitude;
                    s.place.longitude = there.longitude;
                    if (own) s.timeZone = timeZoneNear(there.latitude, there.longitude);
                });
            });
        });
    timeZoneRow(rows);
    const auto value = [&](const Label& label, const ValueRange& range, const QString& tip, double Place::*member) {
        rows.value(
            label, range, tip, [place, member] { return place().*member; },
            [&session, label, member](double v, bool dragging) {
                Site s = *session.document.project().site;
                s.place.*member = v;
                session.document.edit(label.text, withSite(session.document.project(), s), label.id,
                                      dragging ? BuildMode::Moving : BuildMode::Rest);
            });
    };
    value({"elevation", tr("Elevation")}, ValueRange{0, 4000, false, Dimension::Length, "m", 0, {}}.typed(-500, 9000),
          tr("Height above sea level of the site's level 0: thinner air, deeper sky"), &Place::elevation);
    value({"trueNorth", tr("True north")}, {-180, 180, false, Dimension::Angle, "°", 1, 0},
          tr("Clockwise from the top of the plan to true north, for a site drawn square to the sheet; the sun follows"),
          &Place::north);
}

void siteRows(Rows& rows) {
    Session& session = rows.session();
    rows.heading(tr("Site"), {});
    rows.words(
        {"siteName", tr("Name")}, tr("Name of the project, shown in the title and on plans"),
        [&session] { return session.document.project().site->name; },
        [&session](const std::string& name) {
            if (!name.empty()) editSite(session, tr("Rename site"), [&](Site& s) { s.name = name; });
        });
    sizeRows(rows);
    locationRows(rows);
}

} // namespace thallos
