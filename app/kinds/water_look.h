// Rows for how a water looks.
#pragma once

#include "app/kinds/surfaces.h"
#include "app/words/text.h"

namespace thallos {

// What lies under water, by names of the library.
inline const std::vector<const char*> kBeds{"Wet silt",     "River gravel", "Rippled sand", "Crushed stone",
                                            "Clay subsoil", "Leaf litter",  "Stone tiles"};

template <class T> void waterLookRows(Rows& rows, WaterLook T::*look, const QString& rippleTip) {
    const auto value = [&](const Label& label, const ValueRange& range, const QString& tip, float WaterLook::*member) {
        rows.itemValue(
            label, range, tip,
            [look, member](const Item& i) -> std::optional<double> {
                const auto* x = std::get_if<T>(&i.body);
                return x ? std::optional<double>((x->*look).*member) : std::nullopt;
            },
            [look, member](Item& i, double v) { (std::get<T>(i.body).*look).*member = static_cast<float>(v); });
    };
    const WaterLook usual = T().*look;
    value({"clarity", tr("Clarity")}, ValueRange::length(0.1, 20, static_cast<double>(usual.clarity), true),
          tr("How deep one can see into it"), &WaterLook::clarity);
    value({"ripples", tr("Ripples")}, ValueRange::percent(0, 1, static_cast<double>(usual.ripple)), rippleTip,
          &WaterLook::ripple);
    Session& session = rows.session();
    rows.colour(
        {"waterTint", tr("Tint")}, tr("Colour of the water where it is deep; clear water shows its bed instead"),
        [&session, look] {
            const auto* x = bodyOf<T>(session.selection.item());
            const V3f c = x ? toSrgb((x->*look).tint) : V3f(0);
            return QColor::fromRgbF(clamp01(c.x), clamp01(c.y), clamp01(c.z));
        },
        [&session, look](const QColor& picked) {
            session.document.editItem(tr("Tint"), session.selection.last(), [&](Item& i) {
                (std::get<T>(i.body).*look).tint =
                    fromSrgb(static_cast<float>(picked.redF()), static_cast<float>(picked.greenF()),
                             static_cast<float>(picked.blueF()));
            });
        });
    surfaceRow(rows, {"waterBed", tr("Bed")}, kBeds,
               tr("Material of its bed, which shows in shallows and along the shore"), [look](auto& i) {
                   auto* x = std::get_if<T>(&i.body);
                   return x ? &(x->*look).bed : nullptr;
               });
}

} // namespace thallos
