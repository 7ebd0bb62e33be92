"""Furniture and small things, made of meshes. Each function adds one to a room; lengths in millimetres."""
import math
import numpy as np
from studio import *


def at(meshes, x=0, y=0, z=0, turn=0):
    return [m.turned('y', turn).moved(x, y, z) for m in meshes]


def floor(room, a='b08d62', b='7d5c3a', depth=5200, width=12000, boards=True):
    if boards:
        m = room.material(BOARDS, a, b, scale=26, bump=0.2, shine=0.035, rough=0.32)
    else:
        m = room.material(PLASTER, a, b, scale=30, bump=0.1, shine=0.03, rough=0.4)
    room.add(m, quad((-width / 2, 0, -10), (width, 0, 0), (0, 0, depth)))


def wall(room, kind=PLASTER, a='e4ded2', b='ddd6c8', skirting='f3f0ea', width=12000, height=3400, bump=0.35, scale=14, surface=1):
    m = room.material(kind, a, b, scale=scale, bump=bump, surface=surface)
    room.add(m, quad((-width / 2, height, 0), (width, 0, 0), (0, -height, 0), (-width / 2, -height)))
    if skirting:
        s = room.material(PLAIN, skirting, shine=0.02, rough=0.3)
        room.add(s, [p.moved(0, 52, 8) for p in box(width, 104, 16, 4)])
    return m


def window_light(room, power=7, x=-3900, top=2900, z=900, width=2400, height=2300, tint='fff3e2'):
    """A large soft light at the left, as by a window."""
    room.light((x, top, z), (0, 0, width), (0, -height, 0), power, tint)


def sun_through_panes(room, at, power=2600, tint='ffe3b8', panes=(2, 3), size=(1100, 1500), away=(-5200, 3300, 6400), bar=46):
    """A small strong light far off, with a frame of bars between, so that panes of light fall round a point of the wall."""
    at, away = np.float32(at), np.float32(away)
    way = away / np.linalg.norm(away)
    side = np.cross([0, 1, 0], way)
    side /= np.linalg.norm(side)
    up = np.cross(way, side)
    source = at + away
    s = 150
    room.light(source - side * s + up * s, side * 2 * s, -up * 2 * s, power, tint)
    middle = at + away * 0.42
    dark = room.material(PLAIN, '50483e')
    w, h = size[0] * 0.58, size[1] * 0.58
    big = 3200

    def slab(x0, y0, x1, y1):
        c = middle + side * x0 + up * y1
        room.add(dark, quad(c, side * (x1 - x0), -up * (y1 - y0)))

    slab(-big, -big, -w / 2, big)
    slab(w / 2, -big, big, big)
    slab(-w / 2, h / 2, w / 2, big)
    slab(-w / 2, -big, w / 2, -h / 2)
    for i in range(1, panes[0]):
        x = -w / 2 + w * i / panes[0]
        slab(x - bar / 2, -h / 2, x + bar / 2, h / 2)
    for i in range(1, panes[1]):
        y = -h / 2 + h * i / panes[1]
        slab(-w / 2, y - bar / 2, w / 2, y + bar / 2)


def sofa(room, x=0, z=60, width=2100, cloth=('6f7f78', '5f6f69'), legs='5a4330', pillows=()):
    c = room.material(WEAVE, *cloth, scale=3.4, bump=0.55)
    wood = room.material(WOOD, legs, '3d2c1f', scale=6, shine=0.03)
    d = 880
    room.add(c, at(box(width - 60, 170, d - 60, 45), x, 245, z + d / 2))
    arm = 190
    seat = (width - 2 * arm) / 2
    for i in (-1, 1):
        m = [p.turned('x', -90) for p in cushion(seat + 30, d - 120, 250, 3 + i)]
        room.add(c, at(m, x + i * seat / 2, 395, z + d / 2 + 60))
        m = [p.turned('x', -10) for p in cushion(seat + 10, 520, 250, 8 + i)]
        room.add(c, at(m, x + i * seat / 2, 625, z + 240))
        room.add(c, at(box(arm, 470, d, 85), x + i * (width - arm) / 2, 385, z + d / 2))
    room.add(c, at(box(width - 2 * arm + 40, 520, 180, 80), x, 520, z + 100))
    for a in (-1, 1):
        for b in (90, d - 90):
            room.add(wood, rod((x + a * (width / 2 - 110), 165, z + b), (x + a * (width / 2 - 90), 0, z + b), 26, 17))
    for px, cloth2, turn, w in pillows:
        k = room.material(WEAVE, *cloth2, scale=2.2, bump=0.35)
        m = [p.turned('z', turn).turned('x', -18) for p in cushion(w, w, 190, int(abs(px)) % 17)]
        room.add(k, at(m, x + px, 640, z + 410))


def floor_lamp(room, x, z, height=1560, shade='efe6d2'):
    metal = room.material(PLAIN, '3a3835', shine=0.12, rough=0.3)
    cloth = room.material(WEAVE, shade, 'e2d6bc', scale=2.6, bump=0.2)
    room.add(metal, lathe([(0.1, 22), (140, 20), (150, 8), (150, 0)]).moved(x, 0, z), rod((x, 10, z), (x, height - 120, z), 11))
    room.add(
        cloth,
        lathe([(150, height + 30), (240, height - 270), (236, height - 270), (147, height + 26), (150, height + 30)]).moved(
            x, 0, z
        ),
    )


def table_lamp(room, x, y, z, base='6d7f86', shade='efe6d2', height=460):
    glaze = room.material(PLAIN, base, shine=0.06, rough=0.16)
    cloth = room.material(WEAVE, shade, 'e2d6bc', scale=2.2, bump=0.2)
    p = [(0.1, 0), (70, 0), (74, 8), (100, 60), (108, 110), (92, 165), (50, 205), (24, 225), (20, 250), (0.1, 252)]
    room.add(glaze, lathe(p[::-1]).moved(x, y, z))
    room.add(
        cloth, lathe([(105, height), (165, height - 200), (162, height - 200), (103, height - 3), (105, height)]).moved(x, y, z)
    )


def vase(room, x, y, z, glaze='d9d2c3', size=1.0, twigs=9, seed=4, leaf='6c7a55'):
    m = room.material(SPECKLED, glaze, '8d8375', scale=2.4, shine=0.045, rough=0.3)
    p = [
        (0.1, 0),
        (52, 0),
        (58, 5),
        (86, 60),
        (94, 115),
        (80, 175),
        (46, 215),
        (34, 240),
        (36, 262),
        (40, 270),
        (35, 268),
        (30, 240),
        (0.1, 200),
    ]
    room.add(m, lathe([(r * size, h * size) for r, h in p][::-1]).moved(x, y, z))
    stem, green = room.material(PLAIN, '5b4a38'), room.material(PLAIN, leaf, shine=0.02, rough=0.4)
    rng = np.random.default_rng(seed)
    for i in range(twigs):
        a, lean, length = rng.uniform(0, 6.28), rng.uniform(0.08, 0.55), rng.uniform(330, 620) * size
        top = np.float32([math.cos(a) * lean, 1, math.sin(a) * lean * 0.6])
        top /= np.linalg.norm(top)
        start = np.float32([x, y + 230 * size, z])
        points = [
            start + top * length * t + np.float32([math.cos(a), -0.3, math.sin(a) * 0.6]) * 90 * size * t * t
            for t in np.linspace(0, 1, 5)
        ]
        for p1, p2 in zip(points, points[1:]):
            room.add(stem, rod(p1, p2, 2.2 * size, 1.8 * size))
        for t in np.linspace(0.3, 1, int(rng.integers(6, 10))):
            k = min(3, int(t * 4))
            p0 = points[k] + (points[k + 1] - points[k]) * (t * 4 - k)
            leafs(room, green, p0, rng, rng.uniform(46, 78) * size)


def leafs(room, material, p, rng, length, width=0.36, droop=0.3):
    a, tilt = rng.uniform(0, 6.28), rng.uniform(-0.1, 0.9)
    out = np.float32([math.cos(a) * math.cos(tilt), math.sin(tilt), math.sin(a) * math.cos(tilt)])
    side = np.cross(out, [0, 1, 0])
    side /= max(1e-6, np.linalg.norm(side))
    up = np.cross(side, out)

    def place(u, v):
        s = (v - 0.5) * width * np.sin(math.pi * np.clip(u, 0.02, 0.99)) ** 0.8
        q = (
            p[:, None]
            + out[:, None] * u * length
            + side[:, None] * s * length
            + up[:, None] * (0.5 * np.abs(s) - droop * u * u) * length
        )
        return q[0], q[1], q[2]

    room.add(material, sheet(8, 4, place, lambda u, v: (u * length, v * length)))


def plant(room, x, z, height=1250, pot='b9a58a', seed=2, leaf='4d6346'):
    clay = room.material(SPECKLED, pot, '8f7c63', scale=3, shine=0.02, rough=0.5)
    room.add(clay, lathe([(0.1, 0), (120, 0), (165, 290), (170, 320), (158, 320), (150, 290), (0.1, 285)][::-1]).moved(x, 0, z))
    green, stem = room.material(PLAIN, leaf, shine=0.03, rough=0.35), room.material(PLAIN, '6a6a45')
    rng = np.random.default_rng(seed)
    for i in range(26):
        a, lean = rng.uniform(0, 6.28), rng.uniform(0.05, 0.62)
        length = rng.uniform(0.45, 1) * (height - 300)
        tip = np.float32([x + math.cos(a) * lean * length, 290 + length * (1 - lean * 0.45), z + math.sin(a) * lean * length * 0.6])
        base = np.float32([x + rng.uniform(-40, 40), 280, z + rng.uniform(-40, 40)])
        room.add(stem, rod(base, tip, 5, 3))
        for _ in range(2):
            leafs(room, green, tip, rng, rng.uniform(200, 330), 0.62, 0.45)


def books(room, x, y, z, covers=('8c4a3a', 'd8cdb8', '2f4650', 'a98f5f'), turn=6, wide=230):
    paper = room.material(PLAIN, 'eee6d4')
    rng = np.random.default_rng(len(covers) + int(abs(x)))
    for i, c in enumerate(covers):
        h, w, d = rng.uniform(20, 36), wide * rng.uniform(0.86, 1), 170 * rng.uniform(0.9, 1)
        m = room.material(WEAVE, c, c, scale=1.0, bump=0.05)
        a = turn * rng.uniform(-1, 1)
        room.add(
            m,
            at(box(w, 3, d, 1), x, y + 1.5, z, a),
            at(box(w, 3, d, 1), x, y + h - 1.5, z, a),
            at(box(4, h, d, 1.4), x - w / 2 + 2, y + h / 2, z, a),
        )
        room.add(paper, at(box(w - 8, h - 6, d - 8, 0.5), x + 1, y + h / 2, z, a))
        y += h
    return y


def console(room, x=0, z=30, width=1500, height=800, depth=380, wood=('a9794c', '7a5230')):
    m = room.material(WOOD, *wood, scale=9, bump=0.12, shine=0.03, rough=0.35)
    room.add(m, at(box(width, 38, depth, 4), x, height - 19, z + depth / 2))
    room.add(m, at(box(width - 120, 130, depth - 50, 3), x, height - 105, z + depth / 2))
    knob = room.material(PLAIN, '8b7a4a', shine=0.3, rough=0.25)
    gap = room.material(PLAIN, '2a1d12')
    for i in (-1, 1):
        room.add(
            knob,
            lathe([(0.1, 16), (12, 12), (13, 5), (7, 0)]).turned('x', 90).moved(x + i * width * 0.22, height - 105, z + depth - 24),
        )
        for b in (30, depth - 30):
            room.add(m, rod((x + i * (width / 2 - 70), height - 40, z + b), (x + i * (width / 2 - 55), 0, z + b), 24, 15))
    room.add(gap, at(box(3, 126, 2, 0.5), x, height - 105, z + depth - 24.5))


def armchair(room, x, z, turn=-25, cloth=('b2673f', '9a5634'), legs=('a9794c', '7a5230')):
    c = room.material(WEAVE, *cloth, scale=3, bump=0.5)
    wood = room.material(WOOD, *legs, scale=7, shine=0.03, rough=0.35)
    parts = [
        (c, [p.turned('x', -90 + 6) for p in cushion(620, 640, 190, 5)], (0, 430, 30)),
        (c, [p.turned('x', -16) for p in cushion(610, 620, 180, 6)], (0, 740, -240)),
    ]
    for m, meshes, (a, b, d) in parts:
        room.add(m, at(at(meshes, a, b, d), x, 0, z, turn))
    bars = []
    for i in (-1, 1):
        bars += [
            rod((i * 340, 610, 330), (i * 340, 0, 350), 19, 15),
            rod((i * 340, 860, -330), (i * 340, 0, -260), 19, 15),
            rod((i * 340, 350, 330), (i * 340, 330, -300), 16),
        ]
        bars += at(box(52, 24, 720, 10), i * 340, 620, 10)
    bars += [
        rod((-340, 350, 320), (340, 350, 320), 16),
        rod((-340, 330, -290), (340, 330, -290), 16),
        rod((-340, 830, -325), (340, 830, -325), 15),
    ]
    room.add(wood, at(bars, x, 0, z, turn))


def side_table(room, x, z, height=520, radius=210, wood=('c9a878', 'a98653')):
    m = room.material(WOOD, *wood, scale=8, shine=0.03, rough=0.35)
    room.add(
        m,
        lathe(
            [
                (0.1, height),
                (radius - 4, height),
                (radius, height - 5),
                (radius, height - 18),
                (radius - 5, height - 24),
                (0.1, height - 24),
            ]
        ).moved(x, 0, z),
    )
    for i in range(3):
        a = 0.6 + i * 2.094
        room.add(
            m,
            rod(
                (x + math.cos(a) * 90, height - 24, z + math.sin(a) * 90), (x + math.cos(a) * 190, 0, z + math.sin(a) * 190), 16, 11
            ),
        )


def rug(room, x, z, width, depth, a='c9bfa9', b='b3a78e'):
    m = room.material(PILE, a, b, scale=7, bump=2.5)
    room.add(m, quad((x - width / 2, 9, z), (width, 0, 0), (0, 0, depth)))


def bed(room, x=0, width=1720, linen=('e9e4da', 'dcd5c6'), throw=('8d9aa0', '77868d'), head=('b7a389', 'a5917a')):
    h, l, t = (
        room.material(WEAVE, *head, scale=3.4, bump=0.5),
        room.material(WEAVE, *linen, scale=1.8, bump=0.3),
        room.material(WEAVE, *throw, scale=5, bump=1.2),
    )
    for i in range(4):
        w = (width + 80) / 4
        room.add(h, at(box(w - 6, 760, 110, 50), x - (width + 80) / 2 + w * (i + 0.5), 640, 70))
    room.add(l, at(box(width, 330, 1900, 90), x, 330, 1050))

    def cover(u, v):
        px, pz = (u * 2 - 1) * (width / 2 + 25), 650 + v * 1500
        wave = (
            12 * np.sin(pz / 90 + np.sin(px / 160) * 2) * np.exp(-(((np.abs(u * 2 - 1) - 1) / 0.4) ** 2))
            + 9 * np.sin(px / 210 + pz / 330)
            + 7 * np.sin(px / 97 - pz / 171)
        )
        drop = np.maximum(0, np.abs(u * 2 - 1) - 0.93) * 3200
        return x + px, 520 + wave - drop, pz

    room.add(l, sheet(160, 120, cover, lambda u, v: (u * width, v * 1500)))

    def blanket(u, v):
        a, b, c = cover(u, 0.48 + v * 0.42)
        return a * 1.0, b + 14 + 4 * np.sin(v * 40), c

    room.add(t, sheet(160, 60, blanket, lambda u, v: (u * width, v * 640)))
    for i in (-1, 1):
        for k, (w, hh, y, z, tilt) in enumerate(((760, 520, 720, 250, -22), (620, 420, 690, 400, -32))):
            m = [p.turned('x', tilt) for p in cushion(w, hh, 220, 5 + i + k)]
            room.add(l if k == 0 else h, at(m, x + i * width * 0.235, y, z))


def dining_chair(room, x, z, turn=0, wood=('8a5f3c', '65432a')):
    m = room.material(WOOD, *wood, scale=6, shine=0.03, rough=0.35)
    bars = at(box(440, 28, 430, 10), 0, 450, 0)
    for i in (-1, 1):
        bars += [rod((i * 190, 440, 180), (i * 205, 0, 200), 17, 13), rod((i * 190, 860, -215), (i * 205, 0, -190), 17, 14)]
    bars += [p.moved(0, 820, -212) for p in box(400, 90, 22, 9)] + [p.moved(0, 660, -206) for p in box(390, 46, 20, 9)]
    room.add(m, at(bars, x, 0, z, turn))


def dining_table(room, x, z, width=1700, depth=850, wood=('a9794c', '7a5230')):
    m = room.material(WOOD, *wood, scale=10, bump=0.12, shine=0.035, rough=0.3)
    room.add(m, at(box(width, 36, depth, 6), x, 742, z))
    for i in (-1, 1):
        for b in (-1, 1):
            room.add(
                m,
                rod(
                    (x + i * (width / 2 - 110), 724, z + b * (depth / 2 - 90)),
                    (x + i * (width / 2 - 80), 0, z + b * (depth / 2 - 60)),
                    32,
                    20,
                ),
            )


def bench(room, x, z, width=1400, wood=('c2a077', '9c7a50')):
    m = room.material(WOOD, *wood, scale=9, bump=0.15, shine=0.02, rough=0.4)
    room.add(m, at(box(width, 48, 360, 8), x, 432, z))
    for i in (-1, 1):
        room.add(m, at(box(46, 410, 320, 8), x + i * (width / 2 - 150), 205, z))


def mug(room, x, z, radius=41.0, height=97.0, turn=0.0, glaze='f4f2ee', surface=1, y=0.0, handle=True):
    """Its wall carries the print, opposite the handle at turn 0, which looks to the viewer's right."""
    m = room.material(PLAIN, glaze, shine=0.05, rough=0.11, surface=surface)
    inside = room.material(PLAIN, glaze, shine=0.05, rough=0.12)
    wall = lathe([(radius, height - 3), (radius, 3)], 160).moved(x, y, z)
    room.add(m, wall)
    t = 4.2
    room.add(
        inside,
        lathe(
            [
                (0.1, 9),
                (radius - t - 6, 9),
                (radius - t, 16),
                (radius - t, height - 4),
                (radius - t + 1, height - 1),
                (radius - t / 2, height),
                (radius - 1, height - 1.2),
                (radius, height - 3),
            ],
            160,
        ).moved(x, y, z),
        lathe([(radius, 3), (radius - 1.5, 0.6), (radius - 4, 0), (0.1, 0)], 160).moved(x, y, z),
    )
    if handle:

        def place(u, v):
            a = (v - 0.5) * math.pi * 1.06
            cx, cy = radius - 3 + np.cos(a) * 29 * 1.0, height * 0.5 + np.sin(a) * 31
            r = 5.2 + 1.6 * np.abs(v - 0.5) * 2
            b = u * 2 * math.pi
            return cx + np.cos(a) * np.cos(b) * r * 0.8, cy + np.sin(a) * np.cos(b) * r * 0.8, np.sin(b) * r * 1.25

        room.add(inside, at([sheet(28, 60, place, lambda u, v: (u * 30, v * 90))], x, y, z, turn))


def tumbler(room, x, z, radius=37.6, height=210.0, y=0.0, steel='f1f0ee'):
    m = room.material(PLAIN, steel, shine=0.05, rough=0.22, surface=1)
    metal = room.material(PLAIN, 'b9b9b6', shine=0.5, rough=0.22)
    lid = room.material(PLAIN, '2c2f31', shine=0.04, rough=0.25)
    room.add(m, lathe([(radius, height), (radius, 0)], 160).moved(x, y, z))
    room.add(
        metal,
        lathe([(radius - 2, height + 9), (radius, height + 6), (radius, height)], 160).moved(x, y, z),
        lathe([(radius, 0), (radius - 1, -3), (radius - 4, -4), (0.1, -4)], 160).moved(x, y + 4.2, z),
    )
    room.add(
        lid,
        lathe(
            [
                (0.1, height + 22),
                (radius - 7, height + 22),
                (radius - 4, height + 19),
                (radius - 3, height + 8),
                (radius - 2, height + 8),
            ],
            160,
        ).moved(x, y, z),
    )


SHIRT = [
    (112, 338),
    (236, 288),
    (398, 66),
    (300, -6),
    (256, 92),
    (252, -80),
    (258, -392),
    (0, -398),
    (-258, -392),
    (-252, -80),
    (-256, 92),
    (-300, -6),
    (-398, 66),
    (-236, 288),
    (-112, 338),
]


def curve(points, radius=14.0):
    """An outline with its corners rounded."""
    out = []
    p = np.float32(points)
    for a, b, c in zip(np.roll(p, 1, 0), p, np.roll(p, -1, 0)):
        before, after = np.linalg.norm(a - b), np.linalg.norm(c - b)
        r = min(radius, before / 2.2, after / 2.2)
        start, end = b + (a - b) / before * r, b + (c - b) / after * r
        out += [start * (1 - t) ** 2 + b * 2 * t * (1 - t) + end * t * t for t in np.linspace(0, 1, 7)]
    return np.float32(out)


def groove(x, y, a, b, depth=1.6, width=2.2):
    """A seam from a to b, pressed into cloth."""
    a, b = np.float32(a), np.float32(b)
    d = b - a
    l = float(np.hypot(*d))
    d /= l
    u, v = (x - a[0]) * d[0] + (y - a[1]) * d[1], -(x - a[0]) * d[1] + (y - a[1]) * d[0]
    return -depth * np.exp(-((v / width) ** 2)) * ((u > 0) & (u < l))


def folds(seed, count=9, height=5.0, length=(160, 420), width=(14, 34), within=(-260, 260, -360, 300)):
    """Soft ridges along short arcs, as cloth has that was laid down by hand."""
    rng = np.random.default_rng(seed)
    ridges = []
    for _ in range(count):
        ridges.append(
            (
                rng.uniform(within[0], within[1]),
                rng.uniform(within[2], within[3]),
                rng.uniform(-0.9, 0.9) + math.pi / 2 * rng.integers(0, 2) * 0.6 + 1.2,
                rng.uniform(*length),
                rng.uniform(*width),
                rng.uniform(0.35, 1) * height,
                rng.uniform(-0.0012, 0.0012),
            )
        )

    def at(x, y):
        z = 0
        for cx, cy, a, l, w, h, bend in ridges:
            u, v = (x - cx) * math.cos(a) + (y - cy) * math.sin(a), -(x - cx) * math.sin(a) + (y - cy) * math.cos(a)
            v = v - bend * u * u
            z = z + h * np.exp(-((u / l * 2) ** 4)) * (np.exp(-((v / w) ** 2)) - 0.35 * np.exp(-(((v - 1.6 * w) / (1.4 * w)) ** 2)))
        return z

    return at
