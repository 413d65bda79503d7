// SPDX-License-Identifier: MIT
#include "core/senses/news.hpp"

namespace leap {

const Heard& news_of(const EvaluationContext& m, int row) {
    static const Heard none;
    const auto at = static_cast<std::size_t>(row);
    const std::size_t first = m.fixture ? m.fixture.at() * m.program.news.size() : 0;
    const std::vector<Heard>& news = m.fixture ? m.world.news : m.actor.news;
    return first + at < news.size() ? news[first + at] : none;
}

}  // namespace leap
