// The one exception of the core: something a user can cause, told as what went wrong and what to do about it.
#pragma once

#include <functional>
#include <stdexcept>
#include <string>

#include "core/base/text.h"

namespace thallos {

class Error : public std::runtime_error {
public:
    enum class Kind {
        Missing,     // a file or item that is not there
        Unreadable,  // broken, truncated or hostile contents
        Unsupported, // valid, but nothing this program can take
        Unwritable,  // full disk, read-only folder
        Invalid,     // a value out of its range
        Newer,       // made by a later version of the program
        Cancelled,   // the user stopped it
    };

    // `problem` is a clause that begins with a capital and has no full stop; %w in it is `where` (a file or an item),
    // which stands before it otherwise. `remedy`: likewise, what to do; may be empty.
    Error(Kind kind, Text problem, const std::string& where, Text remedy = {})
        : std::runtime_error(compose(problem, where, remedy, [](const Text& t) { return t.english(); })), kind_(kind),
          problem_(std::move(problem)), remedy_(std::move(remedy)), where_(where) {}

    Kind kind() const { return kind_; }
    const Text& problem() const { return problem_; }
    const Text& remedy() const { return remedy_; }
    const std::string& where() const { return where_; }
    // "Problem. Remedy.", each said by `say`; files by their names alone. what() is the same in English with their
    // paths.
    std::string sentence(const std::function<std::string(const Text&)>& say) const {
        return compose(problem_, where_.substr(where_.find_last_of('/') + 1), remedy_, say);
    }

private:
    static std::string compose(const Text& problem, const std::string& where, const Text& remedy,
                               const std::function<std::string(const Text&)>& say) {
        std::string s = say(problem);
        if (const size_t gap = s.find("%w"); gap != std::string::npos)
            s.replace(gap, 2, where);
        else if (!where.empty())
            s = where + ": " + s;
        s += ".";
        return remedy.empty() ? s : s + " " + say(remedy) + ".";
    }

    Kind kind_;
    Text problem_, remedy_;
    std::string where_;
};

} // namespace thallos
