// SPDX-License-Identifier: MIT
#include "import/mesh_import.hpp"

#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <fmt/format.h>

#include <assimp/Importer.hpp>
#include <cmath>
#include <map>

#include "core/world/solid.hpp"

namespace leap {
namespace {

constexpr double max_size_m = 10'000.0;
constexpr double min_area_m2 = 1e-12;

Vec3 turned_up(const aiVector3D& v, UpAxis up, double scale) {
    const Vec3 own{v.x, v.y, v.z};
    // Y up, looking along -z, becomes z up, looking along x.
    return scale * (up == UpAxis::z ? own : Vec3{-own.z, -own.x, own.y});
}

class Collector {
  public:
    explicit Collector(const MeshImportInput& input) : input_(input) {}

    void add(const aiScene& scene, const aiNode& node, const aiMatrix4x4& above) {
        const aiMatrix4x4 here = above * node.mTransformation;
        for (unsigned i = 0; i < node.mNumMeshes; ++i) add_mesh(*scene.mMeshes[node.mMeshes[i]], here);
        for (unsigned i = 0; i < node.mNumChildren; ++i) add(scene, *node.mChildren[i], here);
    }
    MeshImportOutput out;
    bool finite = true;

  private:
    void add_mesh(const aiMesh& mesh, const aiMatrix4x4& here) {
        std::vector<std::uint32_t> corners;
        for (unsigned i = 0; i < mesh.mNumVertices; ++i)
            corners.push_back(corner(turned_up(here * mesh.mVertices[i], input_.up, input_.scale)));
        for (unsigned i = 0; i < mesh.mNumFaces; ++i) {
            const aiFace& face = mesh.mFaces[i];
            if (face.mNumIndices != 3) continue;  // points and lines
            const std::array<std::uint32_t, 3> own{corners[face.mIndices[0]], corners[face.mIndices[1]],
                                                   corners[face.mIndices[2]]};
            const auto& v = out.piece.vertices;
            const double area = 0.5 * glm::length(glm::cross(v[own[1]] - v[own[0]], v[own[2]] - v[own[0]]));
            if (area > min_area_m2) {
                out.piece.faces.push_back(own);
            } else {
                ++out.degenerate;
            }
        }
    }
    std::uint32_t corner(const Vec3& place) {
        finite = finite && is_finite(place);
        // A tenth of a millimetre is one place.
        constexpr double grid_m = 1e-4;
        if (!finite || glm::length(place) > 100.0 * max_size_m) return finite = false, 0U;
        const std::array<long long, 3> key{std::llround(place.x / grid_m), std::llround(place.y / grid_m),
                                           std::llround(place.z / grid_m)};
        const auto [found, fresh] = known_.try_emplace(key, static_cast<std::uint32_t>(out.piece.vertices.size()));
        if (fresh)
            out.piece.vertices.push_back(
                Vec3{static_cast<double>(key[0]), static_cast<double>(key[1]), static_cast<double>(key[2])} * grid_m);
        return found->second;
    }

    const MeshImportInput& input_;
    std::map<std::array<long long, 3>, std::uint32_t> known_;
};

}  // namespace

tl::expected<MeshImportOutput, std::string> import_mesh(const MeshImportInput& input) {
    const std::string name = input.file.filename().string();
    const auto wrong = [&](const std::string& what) { return tl::make_unexpected(fmt::format("{}: {}", name, what)); };
    if (!(input.scale > 0.0) || input.scale > 1e4) return wrong("the scale must be above 0 and at most 10000");
    std::error_code error;
    if (!std::filesystem::exists(input.file, error)) return wrong("there is no such file");
    Assimp::Importer importer;
    const aiScene* scene = importer.ReadFile(input.file.string(), aiProcess_Triangulate);
    if (scene == nullptr || scene->mRootNode == nullptr)
        return wrong(fmt::format("it can't be read as glTF or OBJ ({})", importer.GetErrorString()));
    std::size_t faces = 0;
    for (unsigned i = 0; i < scene->mNumMeshes; ++i) faces += scene->mMeshes[i]->mNumFaces;
    if (faces > max_mesh_faces)
        return wrong(fmt::format("it has {} faces, and at most {} are taken: make a simpler one to collide with", faces,
                                 max_mesh_faces));
    Collector collector(input);
    collector.out.piece.kind = PieceKind::mesh;
    collector.out.piece.name = input.file.stem().string();
    collector.add(*scene, *scene->mRootNode, aiMatrix4x4());
    Piece& piece = collector.out.piece;
    if (!collector.finite) return wrong("a corner is no number, or lies too far out; try a smaller scale");
    if (piece.faces.empty()) return wrong("it has no faces with an area");
    Bounds bounds;
    for (const Vec3& corner : piece.vertices) bounds.add(corner);
    const Vec3 size = bounds.high - bounds.low;
    if (std::max({size.x, size.y, size.z}) > max_size_m)
        return wrong(fmt::format("it would be {:.0f} m large; try a smaller scale", glm::length(size)));
    const Vec3 middle = 0.5 * (bounds.low + bounds.high);
    for (Vec3& corner : piece.vertices)
        for (int i = 0; i < 3; ++i) corner[i] = std::round((corner[i] - middle[i]) * 1e4) / 1e4;
    return collector.out;
}

}  // namespace leap
