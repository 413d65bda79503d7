// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "studio/script_desk/script_desk.hpp"
#include "tests/studio/support.hpp"

namespace leap::studio::test {

/// The demo with the Script desk in view.
struct Writing : Studio {
    ScriptDesk* script = nullptr;
    ScriptEditor* editor = nullptr;

    Writing() {
        window->show_desk("script");
        script = window->desk<ScriptDesk>();
        editor = script->editor();
        settle();
    }
    /// Puts the caret before, or behind, the first place where the words stand.
    void caret_before(const std::string& words) { put_caret(words, 0); }
    void caret_behind(const std::string& words) { put_caret(words, words.size()); }
    int line() const {
        int out = 0;
        int column = 0;
        editor->getCursorPosition(&out, &column);
        return out;
    }

  private:
    void put_caret(const std::string& words, std::size_t further) {
        const auto at = static_cast<std::uint32_t>(editor->text().toStdString().find(words) + further);
        editor->go_to(at, at);
    }
};

}  // namespace leap::studio::test
