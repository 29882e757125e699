#include "core/project/find.h"

#include <algorithm>
#include <sstream>

#include "core/project/kinds/kind.h"
#include "core/project/surfaces.h"

namespace thallos {

namespace {

std::string folded(std::string s) {
    for (char& c : s)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return s;
}

// What an item may be found by, its name first.
std::vector<std::string> textsOf(const Item& item) {
    std::vector<std::string> out{item.name, kindName(item.body)};
    for (const Surface* s : surfacesOf(item)) out.push_back(s->name);
    for (std::string& name : speciesIn(item)) out.push_back(std::move(name));
    return out;
}

} // namespace

std::vector<Found> findItems(const Project& project, const std::string& text) {
    std::vector<std::string> words;
    std::istringstream in(folded(text));
    for (std::string w; in >> w;) words.push_back(w);
    std::vector<std::pair<int, Found>> ranked;
    if (words.empty()) return {};
    for (const auto& item : project.items) {
        const std::vector<std::string> texts = textsOf(*item);
        int rank = 0;
        std::string why;
        bool all = true;
        for (const std::string& w : words) {
            const auto fits = std::find_if(texts.begin(), texts.end(), [&](const std::string& t) {
                return folded(t).find(w) != std::string::npos;
            });
            if (fits == texts.end()) {
                all = false;
                break;
            }
            const int here = fits != texts.begin() ? 2 : folded(*fits).rfind(w, 0) == 0 ? 0 : 1;
            if (here >= rank) why = *fits;
            rank = std::max(rank, here);
        }
        if (all) ranked.emplace_back(rank, Found{item->id, why});
    }
    std::stable_sort(ranked.begin(), ranked.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<Found> out;
    for (auto& [rank, found] : ranked) out.push_back(std::move(found));
    return out;
}

} // namespace thallos
