// Follows light through a room: a small path tracer on Embree, for the scenes that ship (see README.md).
// Reads one stream of 32-bit floats (studio.py writes it), writes maps as bare floats: what a camera sees, and what a print needs to be
// laid into it: how light falls, what shines, which surface is where, and which millimetre of it.
#include <algorithm>
#include <atomic>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <embree3/rtcore.h>
#include <string>
#include <thread>
#include <vector>

struct V {
    float x = 0, y = 0, z = 0;
};
static V operator+(V a, V b) { return {a.x + b.x, a.y + b.y, a.z + b.z}; }
static V operator-(V a, V b) { return {a.x - b.x, a.y - b.y, a.z - b.z}; }
static V operator*(V a, V b) { return {a.x * b.x, a.y * b.y, a.z * b.z}; }
static V operator*(V a, float s) { return {a.x * s, a.y * s, a.z * s}; }
static float dot(V a, V b) { return a.x * b.x + a.y * b.y + a.z * b.z; }
static V cross(V a, V b) { return {a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x}; }
static V unit(V a) { return a * (1.0f / std::sqrt(std::max(1e-20f, dot(a, a)))); }
static float bright(V a) { return 0.2126f * a.x + 0.7152f * a.y + 0.0722f * a.z; }
static V mix(V a, V b, float t) { return a * (1 - t) + b * t; }

struct Random {
    uint64_t state;
    explicit Random(uint64_t seed) : state(seed * 6364136223846793005ull + 1442695040888963407ull) {
        next();
        next();
    }
    float next() {
        state = state * 6364136223846793005ull + 1442695040888963407ull;
        uint32_t x = uint32_t(((state >> 18u) ^ state) >> 27u), r = uint32_t(state >> 59u);
        return float(((x >> r) | (x << ((-r) & 31))) >> 8) * (1.0f / 16777216.0f);
    }
};

static float hash(int x, int y, int z) {
    uint32_t h = uint32_t(x) * 374761393u + uint32_t(y) * 668265263u + uint32_t(z) * 2147483647u;
    h = (h ^ (h >> 13)) * 1274126177u;
    return float((h ^ (h >> 16)) & 0xffffff) / 16777216.0f;
}
static float smooth(float t) { return t * t * (3 - 2 * t); }
static float noise(float x, float y, int seed) {
    int ix = int(std::floor(x)), iy = int(std::floor(y));
    float fx = smooth(x - ix), fy = smooth(y - iy);
    float a = hash(ix, iy, seed), b = hash(ix + 1, iy, seed), c = hash(ix, iy + 1, seed), d = hash(ix + 1, iy + 1, seed);
    return (a * (1 - fx) + b * fx) * (1 - fy) + (c * (1 - fx) + d * fx) * fy;
}
static float cloudy(float x, float y, int seed, int octaves) {
    float sum = 0, weight = 0.5f, all = 0;
    for (int i = 0; i < octaves; i++, weight *= 0.5f, x *= 2.03f, y *= 2.03f) {
        sum += weight * noise(x, y, seed + i);
        all += weight;
    }
    return sum / all;
}

enum Kind { Plain, Wood, Weave, Plaster, Brick, Boards, Pile, Lamp, Speckled };
struct Material {
    Kind kind;
    V colour, other;
    float scale, bump, shine, rough;
    int surface;
    float twoSided;
};
struct Light {
    V corner, across, down, power;
};
struct Mesh {
    int material;
    std::vector<float> p, n, t;
    std::vector<uint32_t> faces;
};

struct Scene {
    int width, height, samples, bounces;
    V eye, right, up, forward;
    float halfWidth, halfHeight, shiftX, shiftY;
    V sky, zenith;
    std::vector<Material> materials;
    std::vector<Light> lights;
    std::vector<Mesh> meshes;
    RTCScene tree;
};

struct Hit {
    bool found;
    V p, n, g;
    float u, v;
    const Material *m;
    float distance;
};

// Height of a material's relief in millimetres.
static float relief(const Material &m, float u, float v) {
    float s = m.scale;
    switch (m.kind) {
    case Weave: {
        float a = std::sin(u * 6.2831853f / s), b = std::sin(v * 6.2831853f / s);
        float over = ((int(std::floor(u / s)) + int(std::floor(v / s))) & 1) ? a * a : b * b;
        return m.bump * (0.6f * over + 0.8f * cloudy(u / (s * 9), v / (s * 9), 3, 3));
    }
    case Plaster: return m.bump * cloudy(u / s, v / s, 11, 5);
    case Pile: return m.bump * (noise(u / s, v / s, 5) + 0.7f * noise(u / s * 2.3f, v / s * 2.3f, 6));
    case Brick: {
        float h = 71, w = 240, gap = 11;
        int row = int(std::floor(v / h));
        float x = u + (row & 1 ? w / 2 : 0) + 4 * hash(row, 7, 1), y = v - row * h;
        int column = int(std::floor(x / w));
        x -= column * w;
        float uneven = 3.0f * (noise(u / 30, v / 30, 9) - 0.5f);
        float inside = std::min(std::min(x, w - x), std::min(y, h - y)) - gap / 2 + uneven;
        float edge = smooth(std::min(1.0f, std::max(0.0f, inside / 5)));
        return m.bump * (edge * (5 + 2 * hash(row, column, 2)) + 1.6f * cloudy(u / 9, v / 9, 13, 4));
    }
    case Wood:
    case Boards: return m.bump * 0.25f * cloudy(u / (s * 14), v / s * 3, 17, 3);
    default: return 0;
    }
}

static V albedo(const Material &m, float u, float v) {
    float s = m.scale;
    switch (m.kind) {
    case Wood: {
        float bend = 30 * (cloudy(u / (s * 30), v / (s * 5), 23, 3) - 0.5f);
        float rings = cloudy(u / (s * 40), (v + bend) / s, 29, 4), fibre = cloudy(u / (s * 12), v / s * 9, 31, 3);
        return mix(m.colour, m.other, std::min(1.0f, std::max(0.0f, 0.5f + 1.5f * (rings - 0.5f) + 0.7f * (fibre - 0.5f))));
    }
    case Boards: {
        float w = 120, row = std::floor(v / w), x = u + 1400 * hash(int(row), 1, 3);
        int board = int(std::floor(x / 1700));
        float tone = hash(int(row), board, 4), y = v - row * w, end = x - board * 1700.0f;
        float gap = std::min(std::min(y, w - y), std::min(end, 1700 - end));
        float bend = 24 * (cloudy(u / 700, v / 90 + tone * 90, 23, 3) - 0.5f);
        float rings = cloudy(u / (s * 40), (v + bend) / s + tone * 50, 29, 4), fibre = cloudy(u / (s * 12), v / s * 8, 31, 3);
        V wood = mix(m.colour, m.other, std::min(1.0f, std::max(0.0f, 0.45f + 1.3f * (rings - 0.5f) + 0.6f * (fibre - 0.5f))));
        return wood * ((0.82f + 0.3f * tone) * (gap < 1.2f ? 0.35f : 1.0f));
    }
    case Brick: {
        float h = 71, w = 240, gap = 11;
        int row = int(std::floor(v / h));
        float x = u + (row & 1 ? w / 2 : 0) + 4 * hash(row, 7, 1), y = v - row * h;
        int column = int(std::floor(x / w));
        x -= column * w;
        float inside = std::min(std::min(x, w - x), std::min(y, h - y)) - gap / 2 + 3.0f * (noise(u / 30, v / 30, 9) - 0.5f);
        float tone = hash(row, column, 5), stain = cloudy(u / 60, v / 60, 19, 4);
        V brick = m.colour * (0.72f + 0.42f * tone + 0.5f * (stain - 0.5f));
        return mix(m.other * (0.9f + 0.2f * stain), brick, smooth(std::min(1.0f, std::max(0.0f, inside / 3))));
    }
    case Weave: {
        float thread = 0.5f * noise(u / s * 0.5f, v / (s * 24), 7) + 0.5f * noise(u / (s * 24), v / s * 0.5f, 8);
        return mix(m.colour, m.other, std::min(1.0f, std::max(0.0f, 0.5f + 1.1f * (thread - 0.5f))));
    }
    case Pile: return mix(m.colour, m.other, cloudy(u / (s * 3), v / (s * 3), 37, 4));
    case Plaster: return mix(m.colour, m.other, cloudy(u / 420, v / 420, 41, 3));
    case Speckled: {
        float spot = noise(u / s, v / s, 43);
        return spot > 0.86f ? m.other : m.colour;
    }
    default: return m.colour;
    }
}

static Hit find(const Scene &scene, V from, V towards) {
    RTCIntersectContext context;
    rtcInitIntersectContext(&context);
    RTCRayHit ray{};
    ray.ray = {from.x, from.y, from.z, 0.02f, towards.x, towards.y, towards.z, 0, 1e9f, 0xffffffffu, 0, 0};
    ray.hit.geomID = RTC_INVALID_GEOMETRY_ID;
    rtcIntersect1(scene.tree, &context, &ray);
    Hit hit{};
    if (ray.hit.geomID == RTC_INVALID_GEOMETRY_ID) { return hit; }
    const Mesh &mesh = scene.meshes[ray.hit.geomID];
    const uint32_t *f = &mesh.faces[ray.hit.primID * 3];
    float b = ray.hit.u, c = ray.hit.v, a = 1 - b - c;
    auto at = [&](const std::vector<float> &d, int size, int k) {
        return a * d[f[0] * size + k] + b * d[f[1] * size + k] + c * d[f[2] * size + k];
    };
    hit.found = true;
    hit.distance = ray.ray.tfar;
    hit.p = from + towards * ray.ray.tfar;
    hit.m = &scene.materials[mesh.material];
    hit.g = unit({ray.hit.Ng_x, ray.hit.Ng_y, ray.hit.Ng_z});
    hit.n = unit({at(mesh.n, 3, 0), at(mesh.n, 3, 1), at(mesh.n, 3, 2)});
    hit.u = at(mesh.t, 2, 0);
    hit.v = at(mesh.t, 2, 1);
    if (dot(hit.g, hit.n) < 0) { hit.g = hit.g * -1; }
    if (dot(hit.g, towards) > 0) {
        hit.g = hit.g * -1;
        hit.n = hit.n * -1;
    }
    if (hit.m->bump > 0) {
        // Along the mesh's own u and v, found from the face.
        auto corner = [&](int i) { return V{mesh.p[f[i] * 3], mesh.p[f[i] * 3 + 1], mesh.p[f[i] * 3 + 2]}; };
        V e1 = corner(1) - corner(0), e2 = corner(2) - corner(0);
        float u1 = mesh.t[f[1] * 2] - mesh.t[f[0] * 2], v1 = mesh.t[f[1] * 2 + 1] - mesh.t[f[0] * 2 + 1];
        float u2 = mesh.t[f[2] * 2] - mesh.t[f[0] * 2], v2 = mesh.t[f[2] * 2 + 1] - mesh.t[f[0] * 2 + 1];
        float d = u1 * v2 - u2 * v1;
        if (std::fabs(d) > 1e-9f) {
            V du = unit(e1 * (v2 / d) - e2 * (v1 / d)), dv = unit(e2 * (u1 / d) - e1 * (u2 / d));
            float step = std::max(0.4f, hit.distance * 0.0004f), h = relief(*hit.m, hit.u, hit.v);
            float hu = (relief(*hit.m, hit.u + step, hit.v) - h) / step, hv = (relief(*hit.m, hit.u, hit.v + step) - h) / step;
            V bumped = unit(hit.n - du * hu - dv * hv);
            if (dot(bumped, towards) < -0.02f) { hit.n = bumped; }
        }
    }
    return hit;
}

static bool blocked(const Scene &scene, V from, V to) {
    RTCIntersectContext context;
    rtcInitIntersectContext(&context);
    V way = to - from;
    RTCRay ray{from.x, from.y, from.z, 0.0005f, way.x, way.y, way.z, 0, 0.9995f, 0xffffffffu, 0, 0};
    rtcOccluded1(scene.tree, &context, &ray);
    return ray.tfar < 0;
}

static V skyOf(const Scene &scene, V d) { return mix(scene.sky, scene.zenith, std::max(0.0f, d.y)); }

// Light from the lamps by themselves, without the surface's colour.
static V direct(const Scene &scene, const Hit &hit, Random &random) {
    V sum{};
    for (const Light &light : scene.lights) {
        V at = light.corner + light.across * random.next() + light.down * random.next();
        V normal = cross(light.across, light.down);
        float area = std::sqrt(dot(normal, normal));
        V from = hit.p + hit.g * 0.05f, way = at - from;
        float squared = dot(way, way);
        V d = way * (1 / std::sqrt(squared));
        float here = dot(hit.n, d), there = std::fabs(dot(normal, d)) / area;
        if (here <= 0 || dot(hit.g, d) <= 0 || blocked(scene, from, at)) { continue; }
        sum = sum + light.power * (here * there * area / squared / 3.14159265f);
    }
    return sum;
}

static V around(V n, float a, float b, bool cosine, float rough) {
    float angle = 6.2831853f * a, z;
    if (cosine) {
        z = std::sqrt(1 - b);
    } else {
        float k = rough * rough;
        z = std::sqrt((1 - b) / (1 + (k * k - 1) * b));
    }
    float r = std::sqrt(std::max(0.0f, 1 - z * z));
    V t = unit(std::fabs(n.x) > 0.8f ? cross(n, {0, 1, 0}) : cross(n, {1, 0, 0})), s = cross(n, t);
    return t * (r * std::cos(angle)) + s * (r * std::sin(angle)) + n * z;
}

static V shining(const Scene &scene, const Hit &hit, V d, Random &random, int depth);

// What comes back from a surface of light that it scatters, before its own colour is on it.
static V scattered(const Scene &scene, const Hit &hit, Random &random, int depth) {
    V sum = direct(scene, hit, random);
    if (depth >= scene.bounces) { return sum; }
    V d = around(hit.n, random.next(), random.next(), true, 0);
    if (dot(d, hit.g) <= 0) { return sum; }
    Hit next = find(scene, hit.p + hit.g * 0.05f, d);
    if (!next.found) { return sum + skyOf(scene, d); }
    if (next.m->kind == Lamp) { return sum; }
    return sum + albedo(*next.m, next.u, next.v) * scattered(scene, next, random, depth + 1);
}

static V seen(const Scene &scene, V from, V d, Random &random, int depth) {
    Hit hit = find(scene, from, d);
    V sum{};
    if (!hit.found) {
        sum = skyOf(scene, d);
    } else if (hit.m->kind == Lamp) {
        return hit.m->colour;
    } else {
        sum = albedo(*hit.m, hit.u, hit.v) * scattered(scene, hit, random, depth + 1);
        if (hit.m->shine > 0 && depth < 2) { sum = sum + shining(scene, hit, d, random, depth + 1); }
    }
    // Lamps show in what shines.
    for (const Light &light : scene.lights) {
        V n = cross(light.across, light.down);
        float facing = dot(n, d);
        if (std::fabs(facing) < 1e-9f) { continue; }
        float t = dot(light.corner - from, n) / facing;
        if (t < 0.1f || (hit.found && t > hit.distance)) { continue; }
        V at = from + d * t - light.corner;
        float a = dot(at, light.across) / dot(light.across, light.across), b = dot(at, light.down) / dot(light.down, light.down);
        if (a >= 0 && a <= 1 && b >= 0 && b <= 1) { sum = sum + light.power; }
    }
    return sum;
}

static V shining(const Scene &scene, const Hit &hit, V d, Random &random, int depth) {
    V half = around(hit.n, random.next(), random.next(), false, hit.m->rough);
    V out = d - half * (2 * dot(d, half));
    if (dot(out, hit.g) <= 0) { return {}; }
    float cosine = std::max(0.0f, -dot(d, half)), fresnel = hit.m->shine + (1 - hit.m->shine) * std::pow(1 - cosine, 5.0f);
    V light = seen(scene, hit.p + hit.g * 0.05f, unit(out), random, depth);
    float most = 6;
    return V{std::min(most, light.x), std::min(most, light.y), std::min(most, light.z)} * fresnel;
}

struct Maps {
    std::vector<V> albedo, light, shine, normal, square;
    std::vector<float> depth, cover, u, v;
};

// Noise is taken out of the light alone, along surfaces: the colours on them stay as they are.
static void quieten(const Scene &scene, Maps &maps, std::vector<V> &map, std::vector<float> variance, int rounds, float care) {
    int w = scene.width, h = scene.height;
    for (int round = 0, step = 1; round < rounds; round++, step *= 2) {
        std::vector<V> to(map.size());
        std::vector<float> less(variance.size());
        auto work = [&](int first, int last) {
            const float kernel[3] = {0.375f, 0.25f, 0.0625f};
            for (int y = first; y < last; y++)
                for (int x = 0; x < w; x++) {
                    int i = y * w + x;
                    float all = 0, var = 0;
                    V sum{};
                    float deviation = 0;
                    int seen = 0;
                    for (int b = -1; b <= 1; b++)
                        for (int a = -1; a <= 1; a++) {
                            int q = std::min(h - 1, std::max(0, y + b)) * w + std::min(w - 1, std::max(0, x + a));
                            deviation += variance[q];
                            seen++;
                        }
                    deviation = std::sqrt(deviation / seen) * care + 1e-4f;
                    for (int b = -2; b <= 2; b++)
                        for (int a = -2; a <= 2; a++) {
                            int px = x + a * step, py = y + b * step;
                            if (px < 0 || py < 0 || px >= w || py >= h) { continue; }
                            int j = py * w + px;
                            float facing = std::max(0.0f, dot(maps.normal[i], maps.normal[j]));
                            float far = std::fabs(maps.depth[i] - maps.depth[j]) / (0.004f * maps.depth[i] * step + 1);
                            float k = kernel[std::abs(a)] * kernel[std::abs(b)] * std::pow(facing, 48.0f) *
                                      std::exp(-far - std::fabs(bright(map[i]) - bright(map[j])) / deviation);
                            if (i == j) { k = kernel[0] * kernel[0]; }
                            sum = sum + map[j] * k;
                            all += k;
                            var += k * k * variance[j];
                        }
                    to[i] = sum * (1 / all);
                    less[i] = var / (all * all);
                }
        };
        std::vector<std::thread> threads;
        int parts = std::max(1u, std::thread::hardware_concurrency());
        for (int t = 0; t < parts; t++) { threads.emplace_back(work, h * t / parts, h * (t + 1) / parts); }
        for (auto &t : threads) { t.join(); }
        map = to;
        variance = less;
    }
}

static void put(const std::string &path, const void *data, size_t bytes) {
    FILE *file = std::fopen(path.c_str(), "wb");
    if (!file || std::fwrite(data, 1, bytes, file) != bytes) {
        std::fprintf(stderr, "cannot write %s\n", path.c_str());
        std::exit(1);
    }
    std::fclose(file);
}

int main(int count, char **words) {
    if (count != 3) {
        std::fprintf(stderr, "light SCENE PREFIX\n");
        return 2;
    }
    FILE *file = std::fopen(words[1], "rb");
    if (!file) {
        std::fprintf(stderr, "cannot read %s\n", words[1]);
        return 1;
    }
    auto number = [&] {
        float f = 0;
        if (std::fread(&f, 4, 1, file) != 1) {
            std::fprintf(stderr, "scene ends early\n");
            std::exit(1);
        }
        return f;
    };
    auto vector = [&] {
        float x = number(), y = number(), z = number();
        return V{x, y, z};
    };
    Scene s;
    s.width = int(number());
    s.height = int(number());
    s.samples = int(number());
    s.bounces = int(number());
    s.eye = vector();
    s.right = vector();
    s.up = vector();
    s.forward = vector();
    s.halfWidth = number();
    s.halfHeight = number();
    s.shiftX = number();
    s.shiftY = number();
    s.sky = vector();
    s.zenith = vector();
    for (int n = int(number()); n > 0; n--) {
        Material m;
        m.kind = Kind(int(number()));
        m.colour = vector();
        m.other = vector();
        m.scale = number();
        m.bump = number();
        m.shine = number();
        m.rough = number();
        m.surface = int(number());
        s.materials.push_back(m);
    }
    for (int n = int(number()); n > 0; n--) {
        Light l;
        l.corner = vector();
        l.across = vector();
        l.down = vector();
        l.power = vector();
        s.lights.push_back(l);
    }
    RTCDevice device = rtcNewDevice(nullptr);
    s.tree = rtcNewScene(device);
    int meshes = int(number());
    s.meshes.resize(meshes);
    for (Mesh &mesh : s.meshes) {
        mesh.material = int(number());
        int points = int(number()), faces = int(number());
        auto many = [&](std::vector<float> &to, int n) {
            to.resize(n);
            if (int(std::fread(to.data(), 4, n, file)) != n) { std::exit(1); }
        };
        many(mesh.p, points * 3);
        many(mesh.n, points * 3);
        many(mesh.t, points * 2);
        mesh.faces.resize(faces * 3);
        if (int(std::fread(mesh.faces.data(), 4, faces * 3, file)) != faces * 3) { return 1; }
        RTCGeometry g = rtcNewGeometry(device, RTC_GEOMETRY_TYPE_TRIANGLE);
        float *p = (float *)rtcSetNewGeometryBuffer(g, RTC_BUFFER_TYPE_VERTEX, 0, RTC_FORMAT_FLOAT3, 12, points);
        std::copy(mesh.p.begin(), mesh.p.end(), p);
        uint32_t *f = (uint32_t *)rtcSetNewGeometryBuffer(g, RTC_BUFFER_TYPE_INDEX, 0, RTC_FORMAT_UINT3, 12, faces);
        std::copy(mesh.faces.begin(), mesh.faces.end(), f);
        rtcCommitGeometry(g);
        rtcAttachGeometry(s.tree, g);
        rtcReleaseGeometry(g);
    }
    rtcCommitScene(s.tree);
    size_t pixels = size_t(s.width) * s.height;
    Maps m;
    m.albedo.resize(pixels);
    m.light.resize(pixels);
    m.shine.resize(pixels);
    m.normal.resize(pixels);
    m.square.resize(pixels);
    m.depth.resize(pixels);
    m.cover.resize(pixels);
    m.u.resize(pixels);
    m.v.resize(pixels);
    std::vector<float> shineSquare(pixels);
    std::atomic<int> row{0};
    auto work = [&] {
        for (int y; (y = row++) < s.height;)
            for (int x = 0; x < s.width; x++) {
                size_t i = size_t(y) * s.width + x;
                Random random(i + 1);
                int across = std::max(1, int(std::sqrt(float(s.samples))));
                for (int k = 0; k < s.samples; k++) {
                    float jx = (float(k % across) + random.next()) / across, jy = (float(k / across % across) + random.next()) / across;
                    float sx = ((x + jx) / s.width * 2 - 1) * s.halfWidth + s.shiftX,
                          sy = (1 - (y + jy) / s.height * 2) * s.halfHeight + s.shiftY;
                    V d = unit(s.forward + s.right * sx + s.up * sy);
                    Hit hit = find(s, s.eye, d);
                    if (!hit.found) {
                        m.albedo[i] = m.albedo[i] + V{1, 1, 1};
                        m.light[i] = m.light[i] + skyOf(s, d);
                        m.depth[i] += 1e5f;
                        continue;
                    }
                    m.depth[i] += hit.distance;
                    m.normal[i] = m.normal[i] + hit.n;
                    if (hit.m->kind == Lamp) {
                        m.albedo[i] = m.albedo[i] + hit.m->colour;
                        m.light[i] = m.light[i] + V{1, 1, 1};
                        continue;
                    }
                    V light = scattered(s, hit, random, 0);
                    float most = 8;
                    light = {std::min(most, light.x), std::min(most, light.y), std::min(most, light.z)};
                    m.albedo[i] = m.albedo[i] + albedo(*hit.m, hit.u, hit.v);
                    m.light[i] = m.light[i] + light;
                    m.square[i].x += bright(light) * bright(light);
                    if (hit.m->shine > 0) {
                        V shine = shining(s, hit, d, random, 0);
                        m.shine[i] = m.shine[i] + shine;
                        shineSquare[i] += bright(shine) * bright(shine);
                    }
                    if (hit.m->surface) {
                        m.cover[i] += 1;
                        m.u[i] += hit.u;
                        m.v[i] += hit.v;
                    }
                }
                float one = 1.0f / s.samples;
                m.albedo[i] = m.albedo[i] * one;
                m.light[i] = m.light[i] * one;
                m.shine[i] = m.shine[i] * one;
                m.normal[i] = unit(m.normal[i]);
                m.depth[i] *= one;
                if (m.cover[i] > 0) {
                    m.u[i] /= m.cover[i];
                    m.v[i] /= m.cover[i];
                }
                m.cover[i] *= one;
            }
    };
    std::vector<std::thread> threads;
    for (unsigned t = 0; t < std::max(1u, std::thread::hardware_concurrency()); t++) { threads.emplace_back(work); }
    for (auto &t : threads) { t.join(); }
    std::vector<float> noisy(pixels), glitter(pixels);
    for (size_t i = 0; i < pixels; i++) {
        float mean = bright(m.light[i]), gloss = bright(m.shine[i]);
        noisy[i] = std::max(0.0f, m.square[i].x / s.samples - mean * mean) / s.samples;
        glitter[i] = std::max(0.0f, shineSquare[i] / s.samples - gloss * gloss) / s.samples;
    }
    quieten(s, m, m.light, noisy, 5, 3.0f);
    quieten(s, m, m.shine, glitter, 4, 3.0f);
    std::string to = words[2];
    put(to + ".albedo", m.albedo.data(), pixels * sizeof(V));
    put(to + ".light", m.light.data(), pixels * sizeof(V));
    put(to + ".shine", m.shine.data(), pixels * sizeof(V));
    put(to + ".cover", m.cover.data(), pixels * 4);
    put(to + ".u", m.u.data(), pixels * 4);
    put(to + ".v", m.v.data(), pixels * 4);
    return 0;
}
