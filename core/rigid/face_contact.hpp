// SPDX-License-Identifier: MIT
#pragma once

#include "core/rigid/contact.hpp"

namespace leap {

/// find_contacts() between solids with flat faces (boxes, hulls, triangles).
void face_contacts(const Solid& a, const Solid& b, double margin, std::vector<ContactPoint>& out);

}  // namespace leap
