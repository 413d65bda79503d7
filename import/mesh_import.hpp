// SPDX-License-Identifier: MIT
#pragma once

#include <filesystem>
#include <string>
#include <tl/expected.hpp>

#include "core/world/piece.hpp"

namespace leap {

/// Which axis of the file points up.
enum class UpAxis : std::uint8_t { y, z };

struct MeshImportInput {
    std::filesystem::path file;  ///< glTF (.gltf, .glb) or OBJ
    double scale = 1.0;          ///< metres for one unit of the file
    UpAxis up = UpAxis::y;
};

/// A mesh piece with its middle at the origin, and what was left out on the way.
struct MeshImportOutput {
    Piece piece;
    std::size_t degenerate = 0;  ///< faces without an area, left out
};

/// More triangles than this are refused: a course is what one collides with, not what one looks at.
inline constexpr std::size_t max_mesh_faces = 50'000;

/// Reads every mesh of the file as one piece, corners at the same place joined. Messages say what is wrong and what to
/// do. Errors: no such file, not a mesh, no faces, too many, numbers that aren't finite, a size beyond 10 km.
tl::expected<MeshImportOutput, std::string> import_mesh(const MeshImportInput& input);

}  // namespace leap
