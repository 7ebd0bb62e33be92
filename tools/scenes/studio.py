"""Builds rooms and things out of meshes, and has light followed through them (light.cpp). Millimetres; x right, y up, z to the viewer."""
import json, math, os, subprocess, sys, tempfile
import numpy as np
from scipy.spatial import Delaunay
from matplotlib.path import Path

PLAIN, WOOD, WEAVE, PLASTER, BRICK, BOARDS, PILE, LAMP, SPECKLED = range(9)


def colour(text):
    """Linear light of six hexadecimal digits in sRGB (IEC 61966-2-1)."""
    c = np.array([int(text[i : i + 2], 16) for i in (0, 2, 4)]) / 255
    return np.where(c <= 0.04045, c / 12.92, ((c + 0.055) / 1.055) ** 2.4)


def encoded(linear):
    linear = np.clip(linear, 0, 1)
    return np.where(linear <= 0.0031308, linear * 12.92, 1.055 * linear ** (1 / 2.4) - 0.055)


def soft(x):
    """Straight up to 0.85, then slowly towards 1, so that lamps and windows do not tear holes."""
    return np.where(x <= 0.85, x, 1 - 0.15 * np.exp(-(np.maximum(x, 0.85) - 0.85) / 0.15))


class Mesh:
    def __init__(self, p, f, t=None, n=None):
        self.p, self.f = np.asarray(p, np.float32), np.asarray(f, np.uint32)
        self.t = np.asarray(t if t is not None else self.p[:, :2], np.float32)
        self.n = np.asarray(n, np.float32) if n is not None else self.normals()

    def normals(self):
        n = np.zeros_like(self.p)
        a, b, c = (self.p[self.f[:, i]] for i in range(3))
        face = np.cross(b - a, c - a)
        for i in range(3):
            np.add.at(n, self.f[:, i], face)
        return n / np.maximum(1e-9, np.linalg.norm(n, axis=1, keepdims=True))

    def moved(self, x=0, y=0, z=0):
        return Mesh(self.p + np.float32([x, y, z]), self.f, self.t, self.n)

    def turned(self, about, degrees):
        a = math.radians(degrees)
        c, s = math.cos(a), math.sin(a)
        m = {
            'x': [[1, 0, 0], [0, c, -s], [0, s, c]],
            'y': [[c, 0, s], [0, 1, 0], [-s, 0, c]],
            'z': [[c, -s, 0], [s, c, 0], [0, 0, 1]],
        }[about]
        m = np.float32(m)
        return Mesh(self.p @ m.T, self.f, self.t, self.n @ m.T)

    def bent(self, change):
        return Mesh(change(self.p.copy()), self.f, self.t)


def quad(corner, across, down, t=None):
    corner, across, down = (np.float32(v) for v in (corner, across, down))
    w, h = np.linalg.norm(across), np.linalg.norm(down)
    u, v = t if t else (0, 0)
    return Mesh(
        [corner, corner + across, corner + across + down, corner + down],
        [[0, 2, 1], [0, 3, 2]],
        [[u, v], [u + w, v], [u + w, v + h], [u, v + h]],
    )


def sheet(nu, nv, place, t):
    """A grid of points: place(u, v) and t(u, v) from 0 to 1."""
    u, v = np.meshgrid(np.linspace(0, 1, nu + 1), np.linspace(0, 1, nv + 1))
    u, v = u.ravel(), v.ravel()
    i = np.arange(nu * nv)
    i = i // nu * (nu + 1) + i % nu
    f = np.concatenate([np.stack([i, i + nu + 1, i + 1], 1), np.stack([i + 1, i + nu + 1, i + nu + 2], 1)])
    return Mesh(np.stack(place(u, v), 1), f, np.stack(t(u, v), 1))


def box(w, h, d, r=4, grid=8):
    """A box round its own middle with rounded edges."""
    meshes = []
    half = np.float32([w, h, d]) / 2
    r = min(r, half.min() * 0.999)
    inner = half - r
    # More points near the edges than between them.
    s = np.unique(np.concatenate([-1 - np.linspace(0, 1, 5)[::-1], [0], 1 + np.linspace(0, 1, 5)]))
    for axis in range(3):
        for side in (-1, 1):
            a, b = np.meshgrid(s, s)
            a, b = a.ravel(), b.ravel()
            i, j = (axis + 1) % 3, (axis + 2) % 3
            q = np.zeros((len(a), 3), np.float32)
            over = np.zeros_like(q)
            for k, c in ((i, a), (j, b)):
                q[:, k] = np.clip(c, -1, 1) * inner[k]
                over[:, k] = np.sign(c) * np.tan(np.maximum(np.abs(c) - 1, 0) * math.pi / 4)
            q[:, axis] = side * inner[axis]
            over[:, axis] = side
            n = over / np.linalg.norm(over, axis=1, keepdims=True)
            p = q + n * r
            m = len(s) - 1
            g = np.arange(m * m)
            g = g // m * (m + 1) + g % m
            f = np.concatenate([np.stack([g, g + 1, g + m + 1], 1), np.stack([g + 1, g + m + 2, g + m + 1], 1)])
            if side < 0:
                f = f[:, ::-1]
            # The longest side runs along u, as wood grows.
            first, second = (i, j) if half[i] >= half[j] else (j, i)
            meshes.append(Mesh(p, f, np.stack([p[:, first] + 37 * axis, p[:, second] + 91 * side], 1), n))
    return meshes


def lathe(profile, turns=96, start=0.0):
    """A profile of (radius, height) turned round the y axis."""
    profile = np.float32(profile)
    length = np.concatenate([[0], np.cumsum(np.linalg.norm(np.diff(profile, axis=0), axis=1))])

    def at(v):
        return np.interp(v * length[-1], length, profile[:, 0]), np.interp(v * length[-1], length, profile[:, 1])

    steps = np.unique(np.concatenate([length / length[-1], np.linspace(0, 1, 40)]))
    u, v = np.meshgrid(np.linspace(0, 1, turns + 1), steps)
    u, v = u.ravel(), v.ravel()
    r, y = at(v)
    a = 2 * math.pi * u + start
    nu, nv = turns, len(steps) - 1
    i = np.arange(nu * nv)
    i = i // nu * (nu + 1) + i % nu
    f = np.concatenate([np.stack([i, i + nu + 1, i + 1], 1), np.stack([i + 1, i + nu + 1, i + nu + 2], 1)])
    return Mesh(
        np.stack([r * np.sin(a), y, r * np.cos(a)], 1), f, np.stack([u * 2 * math.pi * profile[:, 0].max(), v * length[-1]], 1)
    )


def rod(start, end, radius, radius2=None):
    start, end = np.float32(start), np.float32(end)
    axis = end - start
    length = float(np.linalg.norm(axis))
    axis /= length
    side = np.cross(axis, [0, 0, 1] if abs(axis[2]) < 0.9 else [1, 0, 0])
    side /= np.linalg.norm(side)
    other = np.cross(axis, side)

    def place(u, v):
        r = radius + ((radius2 if radius2 is not None else radius) - radius) * v
        a = u * 2 * math.pi
        p = start[:, None] + axis[:, None] * v * length + (side[:, None] * np.cos(a) + other[:, None] * np.sin(a)) * r
        return p[0], p[1], p[2]

    return sheet(24, 12, place, lambda u, v: (v * length, u * 2 * math.pi * radius))


def cushion(w, h, d, seed=1, grid=90):
    """Pillow round its own middle, its front to the viewer: seams drawn in between corners, creases from them."""
    rng = np.random.default_rng(seed)
    waves = [(rng.uniform(-1, 1), rng.uniform(-1, 1), rng.uniform(0, 6.3), rng.uniform(3, 8)) for _ in range(7)]

    def half(side):
        def place(u, v):
            x, y = u * 2 - 1, 1 - v * 2
            pull = 0.055
            px = x * (1 - pull * (1 - y**2) * np.abs(x) ** 3)
            py = y * (1 - pull * (1 - x**2) * np.abs(y) ** 3)
            full = np.maximum(0, (1 - np.abs(x) ** 2.6) * (1 - np.abs(y) ** 2.6)) ** 0.5
            z = full * (1 - 0.1 * (x * x + y * y))
            crease = sum(0.012 * np.sin(k * (a * x + b * y) + c) for a, b, c, k in waves)
            corner = (
                0.03
                * np.exp(-4 * ((np.abs(x) - 1) ** 2 + (np.abs(y) - 1) ** 2))
                * np.sin(14 * np.arctan2(1 - np.abs(y) + 0.02, 1 - np.abs(x) + 0.02))
            )
            return px * w / 2, py * h / 2, side * d / 2 * np.maximum(0.0, z + (crease + corner) * np.minimum(1, full * 2))

        m = sheet(grid, grid, place, lambda u, v: (u * w, v * h))
        return m if side > 0 else Mesh(m.p, m.f[:, ::-1], m.t)

    return [half(1), half(-1)]


def cut_cloth(outline, height, t, step=9.0):
    """Cloth that lies flat within an outline (x, y): height(x, y, from the edge) gives z."""
    outline = np.asarray(outline, float)
    closed = np.vstack([outline, outline[:1]])
    length = np.concatenate([[0], np.cumsum(np.hypot(*np.diff(closed, axis=0).T))])
    s = np.arange(0, length[-1], step * 0.6)
    edge = np.stack([np.interp(s, length, closed[:, 0]), np.interp(s, length, closed[:, 1])], 1)
    lo, hi = outline.min(0), outline.max(0)
    gx, gy = np.meshgrid(np.arange(lo[0], hi[0], step), np.arange(lo[1], hi[1], step))
    inner = np.stack([gx.ravel(), gy.ravel()], 1)
    path = Path(closed)
    from scipy.spatial import cKDTree

    tree = cKDTree(edge)
    away = tree.query(inner)[0]
    inner, away = inner[path.contains_points(inner) & (away > step * 0.5)], None
    # Rings along the edge keep the hem smooth.
    points = np.concatenate([edge, inner])
    near = np.concatenate([np.zeros(len(edge)), tree.query(inner)[0]])
    f = Delaunay(points).simplices
    f = f[path.contains_points(points[f].mean(1))]
    a, b, c = points[f[:, 0]], points[f[:, 1]], points[f[:, 2]]
    turn = (b[:, 0] - a[:, 0]) * (c[:, 1] - a[:, 1]) - (b[:, 1] - a[:, 1]) * (c[:, 0] - a[:, 0])
    f[turn < 0] = f[turn < 0][:, ::-1]
    x, y = points.T
    return Mesh(np.stack([x, y, height(x, y, near)], 1), f, np.stack(t(x, y), 1))


class Camera:
    """Upright: verticals stay vertical whatever it looks at, by a shifted frame as view cameras have it."""

    def __init__(self, eye, at, width, size=(2400, 1600), shift=(0.0, 0.0), pitched=False):
        self.eye, at, self.size = np.float32(eye), np.float32(at), size
        way = at - self.eye
        forward = way.copy()
        if not pitched:
            forward[1] = 0
        reach = float(np.linalg.norm(forward))
        self.forward = forward / reach
        self.right = np.cross(self.forward, [0, 1, 0])
        self.right /= np.linalg.norm(self.right)
        self.up = np.cross(self.right, self.forward)
        self.half_w = width / 2 / reach
        self.half_h = self.half_w * size[1] / size[0]
        self.shift = (shift[0] / reach, (0 if pitched else float(way[1]) / reach) + shift[1] / reach)

    def matrix(self):
        """3 × 4: homogeneous pixels of a point in the room, by the camera's own size."""
        w, h = self.size
        rotation = np.stack([self.right, -self.up, self.forward])
        k = np.array(
            [
                [w / 2 / self.half_w, 0, w / 2 - self.shift[0] * w / 2 / self.half_w],
                [0, h / 2 / self.half_h, h / 2 + self.shift[1] * h / 2 / self.half_h],
                [0, 0, 1],
            ]
        )
        return k @ np.hstack([rotation, (-rotation @ self.eye)[:, None]])

    def on(self, origin, across, down, out):
        """The same for a surface's own millimetres: across, down, and out of it."""
        frame = np.eye(4)
        frame[:3, 0], frame[:3, 1], frame[:3, 2], frame[:3, 3] = across, down, out, origin
        return self.matrix() @ frame


class Room:
    def __init__(self, camera, sky=(0.55, 0.6, 0.68), zenith=None, bounces=3):
        self.camera, self.sky, self.zenith, self.bounces = camera, sky, zenith or sky, bounces
        self.materials, self.lights, self.meshes = [], [], []

    def material(self, kind, a, b=None, scale=1.0, bump=0.0, shine=0.0, rough=0.4, surface=0):
        self.materials.append([kind, *colour(a), *colour(b or a), scale, bump, shine, rough, surface])
        return len(self.materials) - 1

    def light(self, corner, across, down, power, tint='ffffff'):
        self.lights.append([*corner, *across, *down, *(colour(tint) * power)])

    def add(self, material, *meshes):
        for m in meshes:
            for one in m if isinstance(m, list) else [m]:
                self.meshes.append((material, one))

    def stream(self, samples, size):
        c = self.camera
        head = [
            *size,
            samples,
            self.bounces,
            *c.eye,
            *c.right,
            *c.up,
            *c.forward,
            c.half_w,
            c.half_h,
            *c.shift,
            *self.sky,
            *self.zenith,
        ]
        out = [
            np.float32(head),
            np.float32([len(self.materials)]),
            np.float32(self.materials).ravel(),
            np.float32([len(self.lights)]),
            np.float32(self.lights).ravel(),
            np.float32([len(self.meshes)]),
        ]
        data = b''.join(a.tobytes() for a in out)
        for material, m in self.meshes:
            data += np.float32([material, len(m.p), len(m.f)]).tobytes() + m.p.tobytes() + m.n.astype(np.float32).tobytes()
            data += m.t.tobytes() + np.ascontiguousarray(m.f, np.uint32).tobytes()
        return data

    def followed(self, light, samples, size):
        """Maps by name, rows first."""
        w, h = size
        with tempfile.TemporaryDirectory() as folder:
            with open(folder + '/scene', 'wb') as f:
                f.write(self.stream(samples, size))
            subprocess.run([light, folder + '/scene', folder + '/map'], check=True)
            read = lambda name, bands: np.fromfile(f'{folder}/map.{name}', np.float32).reshape(h, w, bands)
            return {
                'albedo': read('albedo', 3),
                'light': read('light', 3),
                'shine': read('shine', 3),
                'cover': read('cover', 1)[..., 0],
                'u': read('u', 1)[..., 0],
                'v': read('v', 1)[..., 0],
            }
