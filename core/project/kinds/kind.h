// What every kind of item can do: one table of functions for each. Whoever asks something of an item of any kind asks
// here, so that a new kind is one file and a line in kinds/body.h, and the compiler asks for what is missing.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/ground/land.h"
#include "core/project/json_reader.h"
#include "core/project/kinds/body.h"

namespace thallos {

struct Project;
class LayerVisitor;
class PlantLibrary;
struct Moving;
struct SnapTargets;
class Limits;

// What every file needs of its schema. 2: groups, marks, what a shot hides, sizes of buildings. 5: carried species,
// rights, soft pictures. 6: climbers. 8: trees of parts and steps of models. 9: walkways, pads of parts, with falls and
// two batters. 10: the ground as items in their order.
inline constexpr int kLeastSchema = 10;

// A value that has to be given: without it the table does not compile.
template <class T> struct Must {
    T value;
    template <class From> Must(From from) : value(from) {} // implicit, so that a table reads as a list
    operator T() const { return value; }
};

// Stands for a function of a kind that has nothing of the sort: its result is empty.
struct Nothing {
    template <class Result, class... Arguments> using Function = Result (*)(Arguments...);
    template <class Result, class... Arguments> operator Function<Result, Arguments...>() const {
        return [](Arguments...) { return Result(); };
    }
};
inline constexpr Nothing kNothing;

// What an item is to the ground: where it starts from, a form of it, or part of what is built on it.
enum class LandRank { None, Start, Form, Built };

// An area that keeps plants out.
struct KeepOut {
    Polygon outline;    // world
    bool walls = false; // crowns keep off its edge by their spread; else only feet keep off
};

// What a kind plants in a window of the site. Called from several threads.
using Sower = std::function<void(const Box2f& window, const PlantingSite& site, std::vector<PlantRecord>& out)>;

using SurfaceUse = std::function<void(Surface&)>;

// Where a change of an item can change which plants stand.
struct PlantsTouched {
    Box2f area;          // plan; empty: nowhere
    bool atOnce = false; // they are planted anew while it moves; else once it rests
};

template <class T> struct Kind {
    Must<const char*> name; // in files, on the command line, and of an item without a name
    Must<int> since;        // the schema of the file that has it first
    Must<bool> inPicture;   // rays meet it, so it can be hidden while somebody works
    // The plan area of what it holds; empty: it has no place.
    Must<Box2f (*)(const T&)> extent;
    // The point by which it is held; `ground` gives heights to what has none of its own, and may be null.
    Must<std::optional<V3f> (*)(const T&, const HeightField* ground)> hold;
    Must<void (*)(T&, const Moving&)> move;
    // The land under it rose by rise(place) metres. False: that changes nothing.
    Must<bool (*)(T&, const std::function<float(const V2f&)>& rise)> lift;
    // Names every value with the range it may have; those of its surfaces are known.
    Must<void (*)(T&, Limits&)> limits;
    Must<void (*)(const T&, nlohmann::json& out, const BlobSink&)> write;
    Must<T (*)(const JsonReader&, BlobReader&)> read;
    Must<void (*)(const T&, SnapTargets&)> snap;
    Must<void (*)(const T&, std::vector<KeepOut>&)> footprint;
    Must<PlantsTouched (*)(const T&)> plantsTouched;
    // Empty: it plants nothing. A species that the library lacks goes to `missing`.
    Must<Sower (*)(const T&, Id id, const PlantLibrary&, std::vector<std::string>& missing)> sower;
    // Names of the species that it plants; each may come more than once.
    Must<void (*)(const T&, std::vector<std::string>&)> species;
    // Each surface that is set on it: what is found, limited and collected of surfaces comes from here.
    Must<void (*)(T&, const SurfaceUse& use)> surfaces;
    // The item it stands on, goes with and can't be without; null: it stands for itself.
    Must<Id T::*> anchor;
    Must<bool (*)(const Body& on)> standsOn; // whether that item can bear it
    Must<Text> adrift;                       // what is wrong with it when that item is not there
    // What it stands on, as it was, is moved. False: that changes nothing.
    Must<bool (*)(T&, const Body& on, const Moving&)> follow;
    // What it makes of the ground, by the heights that the items before it come to; null: nothing.
    std::vector<LandStep> (*land)(const T&, Id id, const Project&, const GroundAt& before) = nullptr;
    // Where a new one takes its place among what makes the ground: behind all of its rank and those before it.
    LandRank rank = LandRank::None;
    // What stands on the ground of it, in world axes, by the same heights; null: nothing.
    std::shared_ptr<const Model> (*body)(const T&, const Project&, const GroundAt& before) = nullptr;
    // A building that a part of it joins was moved; null: none does.
    bool (*carried)(T&, Id building, const Moving&) = nullptr;
    // Calls use(id) for each building that a part of it joins, which may set another; null: none does.
    void (*joins)(T&, const std::function<void(Id&)>& use) = nullptr;
    // Another file in place of a building that it stands on or a part of it joins, with another origin: what lay at p
    // of the model lies at p + shift and stays where it is on the site. Returns whether that changes it; null: nothing
    // of it is told in a building's axes or over its base.
    bool (*rebased)(T&, Id building, const V3f& shift, float scale) = nullptr;
    // Its layers of values on the grid; null: it has none.
    void (*layers)(T&, LayerVisitor&) = nullptr;
};

// Defined for each kind in its own file.
template <class T> const Kind<T>& kindOf();

// The kind's table, whatever the body holds: use(table, body).
template <class BodyOrConst, class Use> decltype(auto) withKind(BodyOrConst& body, Use&& use) {
    return std::visit([&](auto& of) -> decltype(auto) { return use(kindOf<std::remove_cvref_t<decltype(of)>>(), of); },
                      body);
}

const char* kindName(const Body& body);
int schemaOf(const Body& body); // that a file must have to hold it
int newestSchema();             // that this version of the program knows
// The item that this one stands on; none.
Id anchorOf(const Body& body);
bool standsOn(const Body& body, const Body& on);
LandRank rankOf(const Body& body);
void visitLayers(Body& body, LayerVisitor& visitor);
void visitSurfaces(Body& body, const SurfaceUse& use);
// Tells every value of the body and of its surfaces, with its range.
void tellLimits(Body& body, Limits& limits);
// Reads the body of the kind with that name. Throws Error::Unreadable.
Body readBody(const std::string& kind, const JsonReader& in, BlobReader& blobs);

// Hears of every value of an item, with its range: check() refuses what lies outside, mended() mends it.
class Limits {
public:
    virtual ~Limits() = default;
    virtual void range(const char* what, float& value, float low, float high) = 0;
    virtual void range(const char* what, int& value, int low, int high) = 0;
    // The item can't be kept at all.
    virtual void broken(const Text& what) = 0; // as Error's problem
    // `value` is what check(CivilTime) refuses; mended to `instead`.
    virtual void time(CivilTime& value) = 0;
    // `value` is what plainName() changes; mended to what it makes of it.
    virtual void name(const char* what, std::string& value) = 0;

    void point(const char* what, V2f& p);
    void point(const char* what, V3f& p);
    void turn(const char* what, float& radians) { range(what, radians, -1e4f, 1e4f); }
    void outlines(std::vector<std::vector<V2f>>& areas);
};

inline constexpr float kFarthest = 1e6f; // metres that anything may be from the origin

} // namespace thallos
