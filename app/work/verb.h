// What an artist is at: each verb has its tools, its list and its values.
#pragma once

namespace thallos {

enum class Verb { Seat, Shape, Plant, Light, Frame, Finish };
inline constexpr int kVerbs = 6;
// Of the picture, not of things: nothing is moved there by hand.
inline bool ofThePicture(Verb verb) {
    return verb >= Verb::Light;
}

} // namespace thallos
