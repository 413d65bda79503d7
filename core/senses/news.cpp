// SPDX-License-Identifier: MIT
#include "core/senses/news.hpp"

namespace leap {

const Heard& news_of(const EvaluationContext& context, int row) {
    static const Heard none;
    const auto at = static_cast<std::size_t>(row);
    const std::size_t first = context.fixture ? context.fixture.at() * context.program.news.size() : 0;
    const std::vector<Heard>& news = context.fixture ? context.world.news : context.actor.news;
    return first + at < news.size() ? news[first + at] : none;
}

}  // namespace leap
