// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/session/boards.hpp"

#include <chrono>

namespace leap::studio {

void Boards::clear() {
    ++number_;
    boards_[0].reset();
    boards_[1].reset();
    asked_[0].reset();
    asked_[1].reset();
    emit changed();
}

void Boards::request(Side side, Ingredients ingredients, std::vector<Tape> tapes) {
    const std::size_t i = side == Side::now ? 0 : 1;
    const auto same = [&](const std::optional<Asked>& asked) {
        return asked && asked->ingredients.same_as(ingredients) && asked->tapes == tapes;
    };
    if (same(asked_[i])) return;
    const std::size_t other = 1 - i;
    asked_[i] = Asked{ingredients, tapes};
    if (same(asked_[other]) && boards_[other] && !jobs_[other].busy()) {
        boards_[i] = boards_[other];
        emit changed();
        return;
    }
    jobs_[i].request([this, i, number = number_, ingredients = std::move(ingredients), tapes = std::move(tapes)] {
        const auto begin = std::chrono::steady_clock::now();
        auto made = std::make_shared<BoardResult>();
        std::vector<const Tape*> list;
        for (const Tape& tape : tapes) list.push_back(&tape);
        ParallelOptions options;
        options.background = true;  // what is in view comes first
        options.stop = [this] { return ending_.load(); };
        made->board = make_board({*ingredients.program, ingredients.tuning, *ingredients.course}, list, options);
        made->program = ingredients.program;
        made->ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - begin).count();
        if (!made->board.complete) return;
        QMetaObject::invokeMethod(
            this,
            [this, i, number, made] {
                if (number != number_) return;
                boards_[i] = made;
                emit changed();
            },
            Qt::QueuedConnection);
    });
}

}  // namespace leap::studio
