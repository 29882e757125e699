// Recipe files: JSON objects whose members are read one by one, with their ranges.
#pragma once

#include <algorithm>
#include <initializer_list>
#include <sstream>
#include <string>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/vec.h"

namespace thallos {

// Reads members of one JSON object and checks their ranges; what is absent stays as it was.
class RecipeReader {
public:
    RecipeReader(const nlohmann::json& j, const std::string& where) : j_(j), where_(where) {
        if (!j.is_object()) fail("must be an object");
    }
    void read(const char* key, float& v, float low, float high) const {
        if (const nlohmann::json* x = member(key)) {
            if (!x->is_number()) fail(std::string(key) + " must be a number");
            v = x->get<float>();
            if (!(v >= low && v <= high)) fail(std::string(key) + " must be " + text(low) + " to " + text(high));
        }
    }
    void read(const char* key, int& v, int low, int high) const {
        float f = static_cast<float>(v);
        read(key, f, static_cast<float>(low), static_cast<float>(high));
        v = static_cast<int>(f);
    }
    void read(const char* key, std::string& v, std::initializer_list<const char*> allowed = {}) const {
        if (const nlohmann::json* x = member(key)) {
            if (!x->is_string()) fail(std::string(key) + " must be a text");
            v = x->get<std::string>();
            if (allowed.size() && std::find(allowed.begin(), allowed.end(), v) == allowed.end())
                fail(std::string(key) + " has no kind \"" + v + "\"");
        }
    }
    void read(const char* key, V3f& v) const { // as it stands: a display colour, or metres
        const nlohmann::json* x = member(key);
        if (!x) return;
        if (!x->is_array() || x->size() != 3) fail(std::string(key) + " must be three numbers");
        for (int k = 0; k < 3; ++k) {
            const nlohmann::json& n = (*x)[static_cast<size_t>(k)];
            if (!n.is_number()) fail(std::string(key) + " must be three numbers");
            v[k] = n.get<float>();
        }
    }
    void read(const char* key, V2f& v, float low, float high) const {
        const nlohmann::json* x = member(key);
        if (!x) return;
        if (!x->is_array() || x->size() != 2 || !(*x)[0].is_number() || !(*x)[1].is_number())
            fail(std::string(key) + " must be two numbers");
        v = V2f((*x)[0].get<float>(), (*x)[1].get<float>());
        if (!(v.x >= low && v.x <= high && v.y >= low && v.y <= high))
            fail(std::string(key) + " must be " + text(low) + " to " + text(high));
    }
    const nlohmann::json* member(const char* key) const {
        const auto it = j_.find(key);
        return it == j_.end() ? nullptr : &*it;
    }
    std::string inside(const char* key) const { return where_ + ", " + key; }
    [[noreturn]] void fail(const std::string& what) const { throw Error(Error::Kind::Unreadable, what, where_); }

private:
    static std::string text(float f) {
        std::ostringstream s;
        s << f;
        return s.str();
    }
    const nlohmann::json& j_;
    std::string where_;
};

} // namespace thallos
