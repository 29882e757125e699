// The one exception of the core: something a user can cause, told in one sentence.
#pragma once

#include <stdexcept>
#include <string>

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

    // `what` happened, `where` (file or item), and `remedy`: what to do about it (may be empty).
    Error(Kind kind, const std::string& what, const std::string& where, const std::string& remedy = {})
        : std::runtime_error(sentence(what, where, remedy)), kind_(kind), where_(where) {}

    Kind kind() const { return kind_; }
    const std::string& where() const { return where_; }

private:
    static std::string sentence(const std::string& what, const std::string& where, const std::string& remedy) {
        std::string s = where.empty() ? what : where + ": " + what;
        if (!remedy.empty()) s += "; " + remedy;
        return s + ".";
    }

    Kind kind_;
    std::string where_;
};

} // namespace thallos
