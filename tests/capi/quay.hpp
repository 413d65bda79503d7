// SPDX-License-Identifier: MIT
#pragma once

#include <map>
#include <string>
#include <vector>

#include "capi/leap.h"
#include "core/world/course.hpp"

/// The demo as a game would hand it to the C interface.
namespace leap::capi_test {

std::string text_of(const std::string& path);

/// Every script of a project's folder, the root first, with paths as the root's folder has them.
struct Sources {
    std::vector<std::string> paths;
    std::vector<std::string> texts;
    std::vector<leap_source> sources;
};
Sources sources_of(const std::string& folder, const std::string& root);

/// A course's solid pieces handed over one by one, as a game that knows nothing of courses could.
class HandedOver {
  public:
    explicit HandedOver(const CoursePlan& plan);
    leap_geometry geometry();
    std::size_t asked = 0;

  private:
    static int gather(void* user, const double low[3], const double high[3], leap_sink* sink);
    static void feel(void* user, unsigned piece, double carries[3], double* grip);
    static int is_of_kind(void* user, unsigned piece, const char* kind);

    struct Part {
        Solid solid;
        double turn_rad = 0.0;
        std::vector<unsigned> faces;
        std::size_t face_count = 0;
    };
    std::vector<Part> parts_;
    std::vector<PieceTraits> traits_;
};

std::string hash_text(const unsigned char hash[8]);

}  // namespace leap::capi_test
