"""The scenes that ship. Each function gives a room and what is told of it: where a print lies, in millimetres, and what stands there."""
from things import *

WALL_WAYS = dict(across=(1, 0, 0), down=(0, -1, 0), out=(0, 0, 1))
FROM_WINDOW = (-0.72, -0.38, 0.58)
SCENES = {}


def scene(code):
    def kept(make):
        SCENES[code] = make
        return make

    return kept


def hung(camera, x, y, area, exposure=1.0, **more):
    """A wall that pictures hang on: their middle, and how much room there is round it."""
    return (
        dict(
            kind='wall',
            surfaces=[dict(type='plane', matrix=camera.on((x, y, 0), **WALL_WAYS), area=area)],
            light=FROM_WINDOW,
            exposure=exposure,
        )
        | more
    )


@scene('sofa')
def over_a_sofa():
    c = Camera((0, 1350, 5200), (0, 1120, 0), 3500)
    r = Room(c, (0.40, 0.42, 0.46))
    wall(r)
    floor(r)
    window_light(r, 6.5)
    sofa(r, 0, 60, 2150, pillows=((-620, ('d9a441', 'c8933a'), 9, 430), (590, ('e8e0cf', 'd9cfb9'), -8, 450)))
    floor_lamp(r, 1420, 330)
    rug(r, 0, 760, 2900, 1500)
    return r, hung(c, 0, 1640, (2600, 1220), name='Wall over a sofa', about='sofa 2.15 m', colour='e4ded2')


@scene('chair')
def reading_chair():
    c = Camera((0, 1300, 4600), (0, 1020, 0), 2900)
    r = Room(c, (0.40, 0.42, 0.46))
    wall(r, a='d9dcd6', b='d1d5ce')
    floor(r, 'c7a87b', '9d7c50')
    window_light(r, 6.5)
    armchair(r, -560, 620, 24)
    side_table(r, 330, 520)
    books(r, 330, 520, 520, ('2f4650', 'd8cdb8', '8c4a3a'), 8, 210)
    plant(r, 1060, 420, 1150)
    rug(r, -300, 560, 2000, 1500, 'ddd3bf', 'c8bda5')
    return r, hung(c, 0, 1480, (2000, 940), name='Reading chair', about='chair 0.74 m', colour='d9dcd6')


@scene('console')
def console_table():
    c = Camera((0, 1350, 4300), (0, 1090, 0), 2600)
    r = Room(c, (0.40, 0.42, 0.46))
    wall(r, a='c9d2d2', b='c1cbca')
    floor(r)
    window_light(r, 6.5)
    console(r, 0, 25, 1500)
    vase(r, -560, 800, 215, size=0.82)
    table_lamp(r, 560, 800, 200)
    books(r, 190, 800, 200, ('d8cdb8', '8c4a3a', '2f4650'))
    return r, hung(c, 60, 1450, (1300, 940), name='Console with a vase', about='console 1.5 m', colour='c9d2d2')


@scene('bed')
def over_a_bed():
    c = Camera((0, 1380, 5000), (0, 1200, 0), 3300)
    r = Room(c, (0.42, 0.44, 0.48))
    wall(r, a='d8d3c9', b='d0cabe')
    floor(r, 'c7a87b', '9d7c50')
    window_light(r, 6.0)
    bed(r)
    for i in (-1, 1):
        side_table(r, i * 1240, 330, 520, 220)
    table_lamp(r, 1240, 520, 330, 'b98a6a')
    books(r, -1240, 520, 330, ('8c4a3a', 'd8cdb8'))
    return r, hung(c, 0, 1690, (2400, 1120), name='Wall over a bed', about='bed 1.72 m', colour='d8d3c9')


@scene('brick')
def brick_wall():
    c = Camera((0, 1350, 4600), (0, 1060, 0), 2800)
    r = Room(c, (0.42, 0.44, 0.47))
    wall(r, BRICK, '9c6a55', 'b9b0a3', skirting=None, bump=1.0)
    floor(r, 'a9a49b', '8d887f', boards=False)
    window_light(r, 7.5)
    bench(r, 0, 90, 1500)
    plant(r, 1080, 330, 1300, 'c8c2b6')
    books(r, -470, 456, 260, ('d8cdb8', '2f4650', 'a98f5f'))
    return r, hung(c, -60, 1450, (1900, 1000), name='Brick wall with a bench', about='bench 1.5 m', colour=None, soften=14)


@scene('desk')
def over_a_desk():
    c = Camera((0, 1330, 4200), (0, 1090, 0), 2700)
    r = Room(c, (0.42, 0.44, 0.47))
    wall(r, a='e7e3da', b='e0dbd0')
    floor(r, 'b08d62', '7d5c3a')
    window_light(r, 6.5)
    dining_table(r, 0, 400, 1500, 660, ('c9a878', 'a98653'))
    dining_chair(r, 120, 900, 188, ('3b3a38', '2c2b2a'))
    table_lamp(r, -560, 760, 260, '3f5a52')
    books(r, 520, 760, 250, ('2f4650', 'a98f5f', 'd8cdb8', '8c4a3a'))
    vase(r, 260, 760, 190, 'b8a58c', 0.5, 6)
    return r, hung(c, 20, 1510, (1600, 900), name='Over a desk', about='desk 1.5 m', colour='e7e3da')


@scene('sunlit')
def sunlit_wall():
    c = Camera((0, 1500, 3200), (0, 1500, 0), 1800)
    r = Room(c, (0.5, 0.56, 0.66))
    wall(r, a='ece7dd', b='e6e0d4', bump=0.45)
    floor(r)
    sun_through_panes(r, (60, 1480, 0))
    return r, hung(
        c, 0, 1500, (1300, 960), name='Sunlit wall', about=None, colour='ece7dd', light=(-0.59, -0.36, 0.72), exposure=0.82
    )


@scene('hall')
def hall():
    c = Camera((-1900, 1480, 3050), (330, 1160, 0), 2900)
    r = Room(c, (0.42, 0.45, 0.5))
    wall(r, a='dcd8ce', b='d5d0c4')
    floor(r, 'b08d62', '7d5c3a')
    window_light(r, 5.5, -4200, 2900, 1000)
    console(r, 500, 25, 1300, 780, 340, ('c2a077', '9c7a50'))
    vase(r, 980, 780, 200, size=0.8, seed=7)
    books(r, 160, 780, 190, ('2f4650', 'd8cdb8', '8c4a3a'))
    rug(r, 400, 620, 2600, 900)
    return r, hung(c, 420, 1580, (1200, 800), name='Hall, seen along', about='console 1.3 m', colour='dcd8ce')


@scene('dining')
def dining():
    c = Camera((1750, 1450, 4300), (-120, 1230, 0), 3300)
    r = Room(c, (0.42, 0.45, 0.5))
    wall(r, a='b9c2ba', b='b1bbb2')
    floor(r, 'b9936a', '87633e')
    window_light(r, 6.5, -4200)
    dining_table(r, -150, 1050, 1700, 850)
    vase(r, -80, 760, 1000, size=0.8, seed=11)
    dining_chair(r, -620, 560, 0)
    dining_chair(r, 180, 560, 4)
    dining_chair(r, -560, 1720, 176)
    return r, hung(c, -200, 1680, (2100, 1060), name='Dining table', about='table 1.7 m', colour='b9c2ba')


@scene('corner')
def corner():
    c = Camera((1500, 1420, 3300), (-60, 1150, 0), 2800)
    r = Room(c, (0.44, 0.47, 0.52))
    wall(r, a='e6dfd3', b='ded6c8')
    floor(r, 'c7a87b', '9d7c50')
    sun_through_panes(r, (-350, 1500, 0), 1900, size=(1500, 1900))
    window_light(r, 2.6)
    armchair(r, 620, 640, -34, ('4d6a73', '425d66'))
    floor_lamp(r, 1180, 260)
    plant(r, -1120, 420, 1280, 'ded6c6', 5)
    return r, hung(
        c,
        -120,
        1600,
        (1250, 860),
        name='Corner in the sun',
        about='chair 0.74 m',
        colour='e6dfd3',
        light=(-0.59, -0.36, 0.72),
        exposure=0.85,
    )


@scene('long')
def long_wall():
    c = Camera((0, 1450, 6800), (0, 1330, 0), 5000)
    r = Room(c, (0.44, 0.46, 0.5))
    wall(r, a='e7e3da', b='e0dbd0')
    floor(r, 'c7a87b', '9d7c50')
    window_light(r, 15, -8500, 3300, 2200, 4000, 3000)
    armchair(r, -1860, 560, 28, ('4d6a73', '425d66'))
    plant(r, 2060, 380, 1150, 'c8c2b6', 6)
    return r, hung(c, 0, 1850, (4300, 2020), name='Long wall', about='chair 0.74 m', colour='e7e3da')


@scene('close')
def close_to_the_wall():
    c = Camera((-950, 1560, 1250), (60, 1520, 0), 1150)
    r = Room(c, (0.45, 0.47, 0.5))
    wall(r, a='e9e5dc', b='e2ddd2', bump=0.45)
    floor(r)
    window_light(r, 5.5)
    return r, hung(c, 40, 1530, (780, 590), name='Close to the wall', about=None, colour='e9e5dc')


TABLE_WAYS = dict(across=(1, 0, 0), down=(0, 0, 1), out=(0, 1, 0))


def turned_ways(degrees):
    a = math.radians(degrees)
    return dict(across=(math.cos(a), 0, math.sin(a)), down=(-math.sin(a), 0, math.cos(a)), out=(0, 1, 0))


def table_top(r, a='b98d5e', b='916840', surface=1, kind=WOOD):
    m = r.material(kind, a, b, scale=11, bump=0.1 if kind == WOOD else 0.2, shine=0.03, rough=0.32, surface=surface)
    r.add(m, quad((-1600, 0, -1500), (3200, 0, 0), (0, 0, 3000), (-1600, -1500)))


def pencil(r, x, z, turn, y=4.0, paint='d9a441'):
    a = math.radians(turn)
    d = np.float32([math.cos(a), 0, math.sin(a)])
    p = np.float32([x, y, z])
    r.add(r.material(PLAIN, paint, shine=0.04, rough=0.25), rod(p - d * 84, p + d * 66, 3.7))
    r.add(r.material(WOOD, 'dcb98a', 'c79f6c', scale=2), rod(p + d * 66, p + d * 86, 3.7, 0.8))
    r.add(r.material(PLAIN, '2a2a2c'), rod(p + d * 84, p + d * 88, 0.9, 0.2))


@scene('table')
def sheet_on_a_table():
    c = Camera((40, 980, 1050), (0, 0, 20), 1050, pitched=True)
    r = Room(c, (0.5, 0.52, 0.55))
    table_top(r)
    r.light((-1500, 1500, -900), (0, 0, 1500), (700, 600, 0), 9, 'fff2e0')
    mug(r, 410, -320, turn=-35, surface=0, glaze='5d7a80')
    pencil(r, -360, 260, 62)
    vase(r, -440, 0, -420, size=0.62, seed=9)
    return r, dict(
        kind='sheet',
        name='Sheet on a table',
        about='mug 97 mm',
        colour=None,
        light=(-0.7, -0.3, 0.65),
        exposure=0.98,
        surfaces=[dict(type='plane', matrix=c.on((0, 0.4, 0), **TABLE_WAYS), area=(620, 520))],
    )


@scene('postcards')
def postcards_on_a_desk():
    c = Camera((0, 640, 430), (0, 0, 0), 560, pitched=True)
    r = Room(c, (0.52, 0.54, 0.57))
    table_top(r, 'd8cbb5', 'c9b99f')
    r.light((-1200, 1100, -700), (0, 0, 1100), (500, 500, 0), 9, 'fff2e0')
    pencil(r, 205, 95, -58)
    leafs_on_table(r)
    ways = [(-62, -58, -7), (70, -12, 5), (-48, 78, 3)]
    return r, dict(
        kind='sheet',
        name='Postcards on a desk',
        about='pencil 175 mm',
        colour=None,
        light=(-0.7, -0.3, 0.65),
        exposure=1.0,
        surfaces=[
            dict(type='plane', matrix=c.on((x, 0.4 + i * 0.3, z), **turned_ways(a)), area=(190, 190))
            for i, (x, z, a) in enumerate(ways)
        ],
    )


def leafs_on_table(r):
    green = r.material(PLAIN, '6c7a55', shine=0.02, rough=0.4)
    rng = np.random.default_rng(3)
    stem = r.material(PLAIN, '5b4a38')
    for i in range(9):
        t = i / 8
        p = np.float32([-225 + 60 * t, 5, 90 - 190 * t])
        leafs(r, green, p, rng, 46, 0.4, 0.05)
    r.add(stem, rod((-230, 4, 110), (-165, 5, -110), 1.4, 0.9))


def cup_surface(c, x, y, z, radius, height, facing):
    return dict(
        type='cylinder', matrix=c.on((x, y, z), **WALL_WAYS), radius=radius, facing=facing, area=(2 * math.pi * radius, height)
    )


def cup_stage(r, a='d9d2c6', b='d0c8ba'):
    wall(r, PLASTER, a, b, skirting=None, surface=0)
    m = r.material(WOOD, 'c2a077', '9c7a50', scale=9, bump=0.1, shine=0.03, rough=0.32)
    r.add(m, quad((-1500, 0, 0), (3000, 0, 0), (0, 0, 1500), (-1500, 0)))
    r.light((-1000, 900, 150), (0, 0, 800), (0, -800, 0), 9, 'fff4e6')


@scene('mug')
def mug_on_a_shelf():
    c = Camera((-20, 190, 980), (18, 74, 330), 330, pitched=True)
    r = Room(c, (0.3, 0.31, 0.33))
    cup_stage(r)
    mug(r, 0, 330, turn=0)
    books(r, -190, 0, 190, ('2f4650', 'd8cdb8', '8c4a3a'), 3, 150)
    vase(r, 190, 0, 150, size=0.5, seed=5)
    return r, dict(
        kind='cup',
        name='Mug',
        about='mug 97 mm',
        colour=None,
        light=(-0.8, -0.4, 0.4),
        exposure=0.8,
        product='mug',
        surfaces=[cup_surface(c, 0, 48.5, 330, 41, 91, 0)],
    )


@scene('mugs')
def mug_three_sides():
    c = Camera((0, 200, 1250), (0, 62, 330), 500, pitched=True)
    r = Room(c, (0.3, 0.31, 0.33))
    cup_stage(r, 'cfd6d4', 'c6cecb')
    places = [(-140, 330, -62), (0, 360, 0), (140, 330, 62)]
    for x, z, facing in places:
        # The handle is opposite the middle of the print.
        mug(r, x, z, turn=facing + 90)
    return r, dict(
        kind='cup',
        name='Mug, three sides',
        about='mug 97 mm',
        colour=None,
        light=(-0.8, -0.4, 0.4),
        exposure=0.8,
        product='mug',
        surfaces=[cup_surface(c, x, 48.5, z, 41, 91, facing) for x, z, facing in places],
    )


@scene('tumbler')
def tumbler_on_a_shelf():
    c = Camera((-30, 260, 1300), (0, 108, 330), 520, pitched=True)
    r = Room(c, (0.3, 0.31, 0.33))
    cup_stage(r, 'd8cfc4', 'cfc5b8')
    tumbler(r, -60, 330, y=4.2)
    tumbler(r, 62, 300, y=4.2)
    plant_in_cup(r, 190, 190)
    return r, dict(
        kind='cup',
        name='Tumbler, two sides',
        about='tumbler 230 mm',
        colour=None,
        light=(-0.8, -0.4, 0.4),
        exposure=0.8,
        product='tumbler',
        surfaces=[cup_surface(c, -60, 4.2 + 105, 330, 37.6, 210, 0), cup_surface(c, 62, 4.2 + 105, 300, 37.6, 210, 140)],
    )


def plant_in_cup(r, x, z):
    vase(r, x, 0, z, 'b98a6a', 0.55, 8, 6)


@scene('cushion')
def cushion_on_a_sofa():
    c = Camera((-150, 820, 2100), (0, 660, 480), 1150, pitched=True)
    r = Room(c, (0.46, 0.48, 0.51))
    wall(r, a='d9dcd6', b='d1d5ce', surface=0)
    floor(r)
    window_light(r, 6.5)
    sofa(r, 0, 60, 2150, ('8d9aa0', '7d8a90'))
    m = r.material(WEAVE, 'f2efe8', 'ece8df', scale=1.3, bump=0.16, surface=1)
    r.add(m, at([p.turned('z', -4).turned('x', -15) for p in cushion(457.2, 457.2, 170, 9, 150)], 40, 700, 560))
    other = r.material(WEAVE, 'd9a441', 'c8933a', scale=2.2, bump=0.35)
    r.add(other, at([p.turned('z', 7).turned('x', -17) for p in cushion(430, 430, 170, 4)], -440, 690, 470))
    return r, dict(
        kind='cloth',
        name='Cushion on a sofa',
        about='cushion 18 in',
        colour='f2efe8',
        light=FROM_WINDOW,
        exposure=1.0,
        product='cushion',
        surfaces=[dict(type='map', origin=(228.6, 228.6), area=(457.2, 457.2), hold='middle', covered=True)],
    )


def garment(r, outline, fold, cloth='f4f3f0', top=0.0, thick=11.0, seams=()):
    m = r.material(WEAVE, cloth, cloth, scale=0.9, bump=0.10, surface=1)

    def height(x, y, near):
        return 1.2 + thick * (1 - np.exp(-near / 12)) + fold(x, y) * (1 - np.exp(-near / 22)) + sum(groove(x, y, *s) for s in seams)

    mesh = cut_cloth(curve(outline), height, lambda x, y: (x, top - y), 4.5)
    # Laid on the table: y of the cloth runs away from the viewer.
    flat = lambda q: Mesh(np.stack([q.p[:, 0], q.p[:, 2], -q.p[:, 1]], 1), q.f, q.t)
    r.add(m, flat(mesh))
    thread = r.material(WEAVE, cloth, cloth, scale=0.8, bump=0.3, surface=0)
    return m, thread


@scene('shirt')
def shirt_on_boards():
    c = Camera((0, 1500, 90), (0, 0, 12), 1240, pitched=True)
    r = Room(c, (0.38, 0.4, 0.43))
    b = r.material(BOARDS, 'd8cbb5', 'bfae93', scale=26, bump=0.2, shine=0.02, rough=0.4)
    r.add(b, quad((-1600, 0, -1400), (3200, 0, 0), (0, 0, 2800), (-1600, -1400)))
    r.light((-1900, 900, -900), (0, 0, 1400), (500, 700, 0), 11, 'fff4e6')
    neck = [(-84, 350), (-70, 316), (-38, 292), (0, 284), (38, 292), (70, 316), (84, 350)]
    seams = [((i * 232, 290), (i * 258, 92)) for i in (-1, 1)] + [((-256, -366), (256, -366))]
    seams += [((i * 385, 49), (i * 288, -23 + 45)) for i in (-1, 1)]
    garment(r, neck + SHIRT, folds(5, 15, 11), top=226, seams=seams)
    rib(r, neck, 9.5, 13)
    back = r.material(WEAVE, 'dcdbd6', 'd6d5d0', scale=0.9, bump=0.1)
    r.add(
        back,
        cut_cloth(
            curve([(-86, 346), (86, 346), (70, 300), (0, 270), (-70, 300)], 6), lambda x, y, n: 4 + 0 * x, lambda x, y: (x, y), 6
        ).turned('x', -90),
    )
    pencil(r, 520, 300, 70, paint='5d7a80')
    books(r, -520, 0, -280, ('2f4650', 'd8cdb8'), 5, 220)
    return r, dict(
        kind='cloth',
        name='Shirt laid flat',
        about='shirt 52 cm wide',
        colour='f4f3f0',
        light=FROM_WINDOW,
        exposure=0.92,
        product='apparel',
        surfaces=[dict(type='map', origin=(0, 0), area=(430, 520), hold='top')],
    )


def rib(r, points, radius=8.5, lift=12, cloth='f4f3f0'):
    m = r.material(WEAVE, cloth, cloth, scale=1.6, bump=0.5, surface=2)
    p = np.float32(points)
    fine = np.stack([np.interp(np.linspace(0, len(p) - 1, 60), np.arange(len(p)), p[:, i]) for i in (0, 1)], 1)
    for a, b in zip(fine, fine[1:]):
        tube = rod((a[0], lift, -a[1]), (b[0], lift, -b[1]), radius)
        # Above where any print begins.
        tube.t = tube.t * [1, 0] + np.float32([a[0], -50])
        r.add(m, Mesh(tube.p, tube.f, tube.t, tube.n))


@scene('tote')
def tote_on_a_hook():
    c = Camera((160, 1230, 2100), (0, 1180, 0), 1080)
    r = Room(c, (0.46, 0.48, 0.51))
    wall(r, a='cdd3cc', b='c5ccc4', surface=0)
    floor(r)
    window_light(r, 6.0)
    outline = [(-188, 0), (0, -4), (188, 0), (196, -200), (192, -402), (0, -408), (-192, -402), (-196, -200)]
    m = r.material(WEAVE, 'efe6d2', 'e6dcc5', scale=1.2, bump=0.16, surface=1)
    f = folds(8, 10, 9, within=(-170, 170, -380, -20))
    drape = lambda x, y: 11 * np.sin(x / 62 + 0.6) * np.exp(-((y / 190) ** 2)) + 5 * np.sin(x / 31 + y / 170) * np.exp(
        -(((y + 120) / 180) ** 2)
    )

    def height(x, y, near):
        return (
            20
            + 26 * (1 - np.exp(-near / 26))
            + (f(x, y) + drape(x, y)) * (1 - np.exp(-near / 14))
            + groove(x, y, (-190, -26), (190, -26))
        )

    r.add(m, cut_cloth(curve(outline, 9), height, lambda x, y: (x, -52 - y), 4).moved(0, 1290, 0))
    wood = r.material(WOOD, 'a9794c', '7a5230', scale=5, shine=0.03)
    strap = r.material(WEAVE, 'efe6d2', 'e6dcc5', scale=1.2, bump=0.2)
    for lift in (0, 9):

        def band(u, v):
            a = (u - 0.5) * 2
            x = 88 * a * (np.abs(a) ** 0.25)
            y = 1585 - 305 * np.abs(a) ** 1.25 + (v - 0.5) * 26
            return x, y, 34 + lift - 12 * np.abs(a) + (v - 0.5) * 8

        r.add(strap, sheet(80, 3, band, lambda u, v: (u * 600, v * 26)))
    r.add(wood, lathe([(0.1, 62), (17, 58), (18, 46), (10, 30), (9, 0)]).turned('x', 90).moved(0, 1572, 0))
    r.add(wood, [p.moved(0, 1572, 8) for p in box(420, 70, 18, 5)])
    return r, dict(
        kind='cloth',
        name='Tote on a hook',
        about='tote 38 × 40 cm',
        colour='efe6d2',
        light=FROM_WINDOW,
        exposure=1.0,
        product='tote',
        surfaces=[dict(type='map', origin=(0, 0), area=(285, 310), hold='top')],
    )


@scene('stickers')
def stickers_on_a_notebook():
    c = Camera((60, 480, 330), (0, 10, 0), 420, pitched=True)
    r = Room(c, (0.52, 0.54, 0.57))
    m = r.material(WOOD, 'a9794c', '7a5230', scale=11, bump=0.1, shine=0.03, rough=0.32)
    r.add(m, quad((-1600, -18, -1500), (3200, 0, 0), (0, 0, 3000), (-1600, -1500)))
    r.light((-1100, 900, -600), (0, 0, 1000), (450, 450, 0), 9, 'fff2e0')
    cover = r.material(WEAVE, '33484f', '2c4047', scale=0.8, bump=0.05, shine=0.01, rough=0.5, surface=1)
    paper = r.material(PLAIN, 'eee6d4')
    r.add(cover, [p.turned('y', 6).moved(0, -2, 0) for p in box(215, 4, 290, 1.8)])
    r.add(paper, [p.turned('y', 6).moved(1, -10, 0) for p in box(205, 13, 282, 1)])
    pencil(r, 172, 20, 78, -14, 'b5402a')
    leafs_on_table_at(r, -190, 70)
    ways = [(-46, -74, -14), (48, -10, 12), (-40, 66, -5)]
    return r, dict(
        kind='sheet',
        name='Stickers on a notebook',
        about='notebook 215 × 290 mm',
        colour=None,
        light=(-0.7, -0.3, 0.65),
        exposure=1.0,
        product='sticker',
        surfaces=[dict(type='plane', matrix=c.on((x, 0.2, z), **turned_ways(a)), area=(92, 92)) for x, z, a in ways],
    )


def leafs_on_table_at(r, x, z):
    green = r.material(PLAIN, '6c7a55', shine=0.02, rough=0.4)
    rng = np.random.default_rng(8)
    for i in range(6):
        leafs(r, green, np.float32([x + 14 * i, -13, z - 24 * i]), rng, 44, 0.4, 0.05)
