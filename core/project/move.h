// Moving, turning, sizing, copying and lining up items of the document. Pure functions of the project before;
// everything that stands on the ground or over it does so afterwards.
#pragma once

#include <optional>
#include <vector>

#include "core/project/project.h"

namespace thallos {

// The plan area of what the item holds; empty for pads and groups.
Box2f extent(const Item& item);

// The point by which an item is held: a building's middle of base, the middle of an outline or of a set of specimens.
// `ground` gives heights to what has none of its own. Nothing for a pad or a group.
std::optional<V3f> holdOf(const Item& item, const HeightField* ground);

struct Movement {
    V3f by{0};
    float turn = 0; // radians, counter-clockwise, about the pivot
    float size = 1; // about the pivot; a figure, water and a shot keep their size
    V2f pivot{0};
    // Items keep their height above the terrain at the destination; otherwise only `by.z` is added.
    bool toGround = true;
};

// A movement as the kinds of items carry it out.
struct Moving {
    const Movement& by;
    const HeightField* ground = nullptr; // null: heights change by `by.by.z` alone
    int specimen = -1;                   // of specimens this one alone; -1: all

    V2f to(const V2f& p) const;
    // The same for what hangs over the ground: it does so as high as before.
    V3f over(const V3f& p) const;
};

// The middle of the box on the ground; nothing when it is empty. Without a ground at height 0.
std::optional<V3f> onGround(const Box2f& box, const HeightField* ground);

// Moves items (groups: what they hold) of a project as it was before the drag. Locked ones stay. Of specimens with
// `specimen` >= 0 only that one. `ground` may be null: heights then change by `by.z` alone.
Project moved(const Project& project, const std::vector<Id>& ids, const Movement& movement, const HeightField* ground,
              int specimen = -1);

// Moves parts of a building within it: a step of its model, or more of the last step when that moved the same parts.
// The same project when the item is no building or locked.
Project movedParts(const Project& project, Id building, const std::vector<int>& parts, const Movement& movement);
// The middle of the parts' base, in the world; none without parts.
std::optional<V3f> holdOfParts(const Building& building, const std::vector<int>& parts);

// The project with what came of a building, and all that is told in the building's axes or over its base where it was
// on the site: climbers, pads, walkways, ends of paths.
Project withReimported(const Project& project, Id building, const Reimported& reimported);

// With copies of items of this or another project, moved by `by`: with ids and names of their own, unlocked. What stood
// on the ground or over it stands so on `ground` (without: the heights stay). A pad is copied with its building, never
// alone; a group with what of it is copied; layers only to a site with the same grid.
Project withCopies(const Project& project, const std::vector<std::shared_ptr<const Item>>& items, const V2f& by,
                   const HeightField* ground = nullptr, std::vector<Id>* copies = nullptr);

enum class Side { West, MiddleEastWest, East, South, MiddleNorthSouth, North, Height };
// Moves the items so that their sides or middles lie on those of the last; Height: buildings' bases on its base. A
// group moves as one.
Project aligned(const Project& project, const std::vector<Id>& ids, Side side, const HeightField* ground);
// Moves the items between the two outermost so that their middles are evenly spaced, along x or else y. Fewer than
// three: the same project.
Project distributed(const Project& project, const std::vector<Id>& ids, bool eastWest, const HeightField* ground);

} // namespace thallos
