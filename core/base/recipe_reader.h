// Recipe files: JSON objects whose members are read one by one, with their ranges.
#pragma once

#include <algorithm>
#include <initializer_list>
#include <sstream>
#include <string>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/base/error.h"
#include "core/base/recipe_field.h"
#include "core/base/vec.h"

namespace thallos {

// Reads members of one JSON object and checks their ranges; what is absent stays as it was. With `fields` every value
// that is asked for is noted there, as it is after reading.
class RecipeReader {
public:
    RecipeReader(const nlohmann::json& j, const std::string& where, std::vector<RecipeField>* fields = nullptr,
                 const std::string& path = {})
        : j_(j), where_(where), fields_(fields), path_(path) {
        if (!j.is_object()) fail("must be an object");
    }
    // Calls read(reader of the member), if there is one, or if fields are noted.
    template <class Read> void within(const char* key, Read&& read) const {
        static const nlohmann::json nothing = nlohmann::json::object();
        const nlohmann::json* x = member(key);
        if (x || fields_) read(RecipeReader(x ? *x : nothing, inside(key), fields_, path_ + key + "/"));
    }
    void read(const char* key, float& v, float low, float high) const {
        if (const nlohmann::json* x = member(key)) {
            if (!x->is_number()) fail(std::string(key) + " must be a number");
            v = x->get<float>();
            if (!(v >= low && v <= high)) fail(std::string(key) + " must be " + text(low) + " to " + text(high));
        }
        note({.path = key, .kind = RecipeField::Kind::Number, .value = v, .low = low, .high = high});
    }
    void read(const char* key, int& v, int low, int high) const {
        const RecipeReader silent(j_, where_);
        float f = static_cast<float>(v);
        silent.read(key, f, static_cast<float>(low), static_cast<float>(high));
        v = static_cast<int>(f);
        note({.path = key,
              .kind = RecipeField::Kind::Whole,
              .value = f,
              .low = static_cast<float>(low),
              .high = static_cast<float>(high)});
    }
    void read(const char* key, bool& v) const {
        if (const nlohmann::json* x = member(key)) {
            if (!x->is_boolean()) fail(std::string(key) + " must be true or false");
            v = x->get<bool>();
        }
        note({.path = key, .kind = RecipeField::Kind::Switch, .value = v ? 1.0f : 0.0f});
    }
    void read(const char* key, std::string& v) const { readWord(key, v, {}); }
    void read(const char* key, std::string& v, std::initializer_list<const char*> allowed) const {
        readWord(key, v, {allowed.begin(), allowed.end()});
    }
    template <size_t N> void read(const char* key, std::string& v, const char* const (&allowed)[N]) const {
        readWord(key, v, {std::begin(allowed), std::end(allowed)});
    }
    void read(const char* key, std::vector<std::string>& v) const {
        const nlohmann::json* x = member(key);
        if (!x) return;
        v.clear();
        if (!x->is_array()) fail(std::string(key) + " must be a list of texts");
        for (const nlohmann::json& one : *x) {
            if (!one.is_string()) fail(std::string(key) + " must be a list of texts");
            v.push_back(one.get<std::string>());
        }
    }
    void read(const char* key, V3f& v) const { // as it stands: a display colour, or metres
        const nlohmann::json* x = member(key);
        if (x) {
            if (!x->is_array() || x->size() != 3) fail(std::string(key) + " must be three numbers");
            for (int k = 0; k < 3; ++k) {
                const nlohmann::json& n = (*x)[static_cast<size_t>(k)];
                if (!n.is_number()) fail(std::string(key) + " must be three numbers");
                v[k] = n.get<float>();
            }
        }
        if (std::string(key).find("srgb") != std::string::npos)
            note({.path = key, .kind = RecipeField::Kind::Colour, .colour = v});
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
    [[noreturn]] void fail(const std::string& what) const {
        throw Error(Error::Kind::Unreadable, Text::verbatim(what), where_);
    }

private:
    void readWord(const char* key, std::string& v, const std::vector<std::string>& allowed) const {
        if (const nlohmann::json* x = member(key)) {
            if (!x->is_string()) fail(std::string(key) + " must be a text");
            v = x->get<std::string>();
            if (!allowed.empty() && std::find(allowed.begin(), allowed.end(), v) == allowed.end())
                fail(std::string(key) + " has no kind \"" + v + "\"");
        }
        if (!allowed.empty()) note({.path = key, .kind = RecipeField::Kind::Choice, .word = v, .words = allowed});
    }
    void note(RecipeField field) const {
        if (!fields_) return;
        field.path = path_ + field.path;
        fields_->push_back(std::move(field));
    }
    static std::string text(float f) {
        std::ostringstream s;
        s << f;
        return s.str();
    }
    const nlohmann::json& j_;
    std::string where_;
    std::vector<RecipeField>* fields_ = nullptr;
    std::string path_;
};

} // namespace thallos
