// A page of the inspector while it is filled, row by row, and afterwards the page itself. Each row knows how to read
// its value anew.
#pragma once

#include <cmath>
#include <functional>
#include <optional>

#include <QColor>
#include <QWidget>

#include "app/widgets/number_field.h"
#include "app/work/session.h"

class QVBoxLayout;

namespace thallos {

class Rows : public QWidget {
    Q_OBJECT
public:
    explicit Rows(Session& session, QWidget* parent = nullptr);
    Session& session() const { return session_; }
    void refresh(); // all values
    void close();   // no more rows come: labels get the width that the longest needs

    void heading(const QString& title, const QString& note);
    // A heading that folds away the rows up to the next one; how it was left is kept in the settings.
    void section(const Label& label, const QString& note = {}, bool folded = false);
    // From now on only rows come that set a value in every selected item: itemValue() and the like, of values that all
    // of them have.
    void onlyForAll(bool only) { onlyForAll_ = only; }
    bool isOnlyForAll() const { return onlyForAll_; }
    void note(const std::function<QString()>& text);
    void value(const Label& label, const ValueRange& range, const QString& tip, const std::function<double()>& get,
               const std::function<void(double, bool dragging)>& set);
    void choice(const Label& label, const QStringList& options, const QString& tip, const std::function<int()>& get,
                const std::function<void(int)>& set);
    void button(const Label& label, const QString& tip, const std::function<void()>& act);
    // A button that shows a colour and asks for another.
    void colour(const Label& label, const QString& tip, const std::function<QColor()>& get,
                const std::function<void(const QColor&)>& set);
    // A line of words.
    void words(const Label& label, const QString& tip, const std::function<std::string()>& get,
               const std::function<void(const std::string&)>& set);
    // A widget behind its label, or over the whole width; `refresh` reads its value anew.
    void labelled(const Label& label, QWidget* widget, const std::function<void()>& refresh);
    void add(QWidget* widget, const std::function<void()>& refresh = {});

    // A value that every selected item has for which `get` gives one: shown as mixed where they differ, set in all of
    // them.
    void itemValue(const Label& label, const ValueRange& range, const QString& tip,
                   const std::function<std::optional<double>(const Item&)>& get,
                   const std::function<void(Item&, double)>& set);
    void itemChoice(const Label& label, const QStringList& options, const QString& tip,
                    const std::function<std::optional<int>(const Item&)>& get,
                    const std::function<void(Item&, int)>& set);
    void itemWords(const Label& label, const QString& tip,
                   const std::function<std::optional<std::string>(const Item&)>& get,
                   const std::function<void(Item&, const std::string&)>& set);
    // The same of a field of the items' bodies of type T.
    template <class T>
    void bodyValue(const Label& label, const ValueRange& range, const QString& tip, float T::*member);
    // One of two things, `options` of no and yes.
    template <class T>
    void bodyEither(const Label& label, const QStringList& options, const QString& tip, bool T::*member);
    // Which way the items face, in degrees.
    template <class T> void turn(const QString& tip);
    // A whole number by which chance is dealt anew.
    template <class T> void seed(const QString& tip, uint64_t T::*member);
    // Of the shot that is shown.
    void shotValue(const Label& label, const ValueRange& range, const QString& tip,
                   const std::function<double(const Shot&)>& get, const std::function<void(Shot&, double)>& set);
    // Greys what has been added since there were `first` rows.
    int count() const;
    void disableFrom(int first);

private:
    template <class Value>
    bool allHave(const std::function<std::optional<Value>(const Item&)>& get) const; // or it does not matter
    // Of all selected items; `mixed`: they differ, and it is the last one's.
    template <class Value>
    std::optional<Value> common(const std::function<std::optional<Value>(const Item&)>& get, bool& mixed) const;
    Session& session_;
    std::vector<std::pair<QString, std::function<void(int)>>> labels_; // and what sets their widths
    QVBoxLayout *layout_, *into_; // all of it; where rows go now: that, or a section
    bool onlyForAll_ = false;
    std::vector<std::function<void()>> refreshers_;
};

template <class T>
void Rows::bodyValue(const Label& label, const ValueRange& range, const QString& tip, float T::*member) {
    itemValue(
        label, range, tip,
        [member](const Item& i) -> std::optional<double> {
            const auto* b = std::get_if<T>(&i.body);
            return b ? std::optional<double>(b->*member) : std::nullopt;
        },
        [member](Item& i, double v) { std::get<T>(i.body).*member = static_cast<float>(v); });
}

template <class T>
void Rows::bodyEither(const Label& label, const QStringList& options, const QString& tip, bool T::*member) {
    itemChoice(
        label, options, tip,
        [member](const Item& i) -> std::optional<int> {
            const auto* b = std::get_if<T>(&i.body);
            return b ? std::optional<int>(b->*member ? 1 : 0) : std::nullopt;
        },
        [member](Item& i, int k) { std::get<T>(i.body).*member = k == 1; });
}

template <class T> void Rows::turn(const QString& tip) {
    itemValue(
        {"rotation", tr("Rotation")}, {-180, 180, false, Dimension::Angle, "°", 1, 0}, tip,
        [](const Item& i) -> std::optional<double> {
            const auto* x = std::get_if<T>(&i.body);
            return x ? std::optional<double>(std::remainder(degrees(x->yaw), 360.0)) : std::nullopt;
        },
        [](Item& i, double v) { std::get<T>(i.body).yaw = radians(static_cast<float>(v)); });
}

template <class T> void Rows::seed(const QString& tip, uint64_t T::*member) {
    itemValue(
        {"seed", tr("Seed")}, {1, 9999, false, Dimension::Plain, "", 0, 1}, tip,
        [member](const Item& i) -> std::optional<double> {
            const auto* x = std::get_if<T>(&i.body);
            return x ? std::optional<double>(static_cast<double>(x->*member)) : std::nullopt;
        },
        [member](Item& i, double v) { std::get<T>(i.body).*member = static_cast<uint64_t>(std::lround(v)); });
}

// Pages that are not of one kind of item.
void siteRows(Rows& rows);
void locationRows(Rows& rows); // where on the earth it lies, and its clocks
void lightRows(Rows& rows);
void frameRows(Rows& rows);
void finishRows(Rows& rows);
void reliefRows(Rows& rows);  // of the ground
void seatingRows(Rows& rows); // of the building that is selected
// Of the material that is worked on, of the building that is selected; and what decides which rows these are.
void materialRows(Rows& rows);
QString materialRowsState(const Building& building, int material);
// Of what the item is made of that covers the ground.
void groundMaterialRows(Rows& rows);
QString surfaceRowsState(const Surface& surface);

} // namespace thallos
