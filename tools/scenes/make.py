"""Renders the scenes that ship into scenes/ (see README.md). make.py [--quick | --about] [--to=DIR] [NAMES]"""
import os, subprocess, sys, tempfile
from PIL import Image, ImageFilter
from scipy.ndimage import distance_transform_edt
from rooms import *

HERE = os.path.dirname(os.path.abspath(__file__))
SIZE, SAMPLES = (2400, 1600), 48
# What light on a print may be at most, in parts of what makes white white.
MOST = 1.6


def picture(linear):
    return Image.fromarray((encoded(linear) * 255 + 0.5).astype(np.uint8))


def made(light, code, folder, quick):
    room, told = SCENES[code]()
    for s in told['surfaces']:
        must_be_seen(code, s, room.camera.size)
    size = (720, 480) if quick else SIZE
    maps = room.followed(light, 12 if quick else SAMPLES, size)
    cover = np.minimum(maps['cover'], 1)
    # The middle of where prints lie makes white white.
    places = cover > 0.98
    if told['kind'] in ('wall', 'sheet'):
        places &= within(told['surfaces'], size, room.camera.size)
    middle = np.median(maps['light'][places], 0)
    exposure = told.pop('exposure')
    # A little of the light's own tint stays.
    times = exposure / (0.5 * middle + 0.5 * middle.mean())
    lit = maps['light'] * times
    plate = soft(maps['albedo'] * lit + maps['shine'] * times)
    os.makedirs(folder, exist_ok=True)
    picture(plate).save(f'{folder}/plate.jpg', quality=90, subsampling=0)
    if quick:
        return told['name']
    smooth = told['kind'] == 'wall'
    on = Image.fromarray((encoded(np.minimum(lit / MOST, 1)) * 255 + 0.5).astype(np.uint8))
    # What is rough on a wall is not rough on what hangs before it.
    (on.resize((800, 533), Image.BOX).filter(ImageFilter.GaussianBlur(told.get('soften', 2))) if smooth else on).save(
        f'{folder}/light.jpg', quality=92, subsampling=0
    )
    if told['kind'] in ('cup', 'cloth') and maps['shine'][places].max() > 0.004:
        picture(np.minimum(maps['shine'] * times, 1)).save(f'{folder}/shine.jpg', quality=92, subsampling=0)
    Image.fromarray((cover * 255 + 0.5).astype(np.uint8)).save(f'{folder}/cover.png', optimize=True)
    surfaces = []
    for s in told['surfaces']:
        s = dict(s)
        if 'matrix' in s:
            s['matrix'] = [round(float(x), 9) for x in (s['matrix'] / s['matrix'][2, 3]).ravel()]
        if s['type'] == 'map':
            s['from'], s['to'], s['span'] = mapped(maps, folder, s.pop('origin'))
        s['area'] = [round(float(x), 2) for x in s['area']]
        surfaces.append(s)
    albedo = np.median(maps['albedo'][cover > 0.98], 0)
    told.pop('soften', None)
    told |= dict(
        place=list(SCENES).index(code) + 1,
        surfaces=surfaces,
        size=list(size),
        light=[round(float(x), 4) for x in told['light']],
        most=MOST,
    )
    told['colour'] = ''.join('%02x' % int(x * 255 + 0.5) for x in encoded(albedo)) if told.get('colour') else None
    with open(f'{folder}/scene.json', 'w') as f:
        json.dump(told, f, indent=1)
        f.write('\n')
    return told['name']


def must_be_seen(code, surface, size):
    """The largest print that a surface has room for lies in the picture."""
    if surface['type'] != 'plane':
        return
    w, h = surface['area']
    for x, y in ((-1, -1), (1, -1), (1, 1), (-1, 1)):
        p = surface['matrix'] @ [x * w / 2, y * h / 2, 0, 1]
        p = p[:2] / p[2]
        if not (0 <= p[0] <= size[0] and 0 <= p[1] <= size[1]):
            raise SystemExit(f'{code}: a print of {w} x {h} mm would leave the picture, at {p}')


def about(code, folder):
    """Where prints lie, written anew: it needs no light."""
    room, told = SCENES[code]()
    with open(f'{folder}/scene.json') as f:
        known = json.load(f)
    for kept, s in zip(known['surfaces'], told['surfaces']):
        must_be_seen(code, s, room.camera.size)
        kept['area'] = [round(float(x), 2) for x in s['area']]
        if 'matrix' in s:
            kept['matrix'] = [round(float(x), 9) for x in (s['matrix'] / s['matrix'][2, 3]).ravel()]
    known['place'] = list(SCENES).index(code) + 1
    with open(f'{folder}/scene.json', 'w') as f:
        json.dump(known, f, indent=1)
        f.write('\n')


def within(surfaces, size, full):
    """Pixels over the areas where prints lie."""
    found = np.zeros((size[1], size[0]), bool)
    y, x = np.mgrid[0 : size[1], 0 : size[0]]
    for s in surfaces:
        w, h = s['area']
        m = s['matrix'][:, [0, 1, 3]] * np.float64([[size[0] / full[0]], [size[1] / full[1]], [1]])
        q = np.linalg.inv(m) @ np.stack([x.ravel() + 0.5, y.ravel() + 0.5, np.ones(x.size)])
        u, v = q[0] / q[2], q[1] / q[2]
        found |= ((np.abs(u) < w / 2) & (np.abs(v) < h / 2)).reshape(found.shape)
    return found


def mapped(maps, folder, origin):
    """Which millimetre of a surface a pixel shows, in 16 bits: red across, green down, from the print's own point."""
    from_, to, bands = [], [], []
    inside = maps['cover'] > 0.5
    # Beyond the cloth it goes on as at its edge, so that nothing of it mixes with nothing.
    nearest = distance_transform_edt(~inside, return_distances=False, return_indices=True)
    for name, o in zip('uv', origin):
        m = (maps[name] - o)[tuple(nearest)]
        lo, hi = float(np.floor(m.min())), float(np.ceil(m.max()))
        bands.append(((m - lo) / (hi - lo) * 65535 + 0.5).astype(np.uint16))
        from_.append(lo)
        to.append(hi)
    u, v = maps['u'] - origin[0], maps['v'] - origin[1]
    middle = inside & (np.hypot(u, v) < 150)
    step = float(np.median(np.hypot(np.gradient(u, axis=1), np.gradient(v, axis=1))[middle]))
    with tempfile.TemporaryDirectory() as t:
        data = np.stack(bands + [np.zeros_like(bands[0])], 2)
        data.tofile(t + '/raw')
        h, w = data.shape[:2]
        subprocess.run(
            ['vips', 'rawload', t + '/raw', t + '/m.v', str(w), str(h), '3', '--format', 'ushort', '--interpretation', 'rgb16'],
            check=True,
        )
        subprocess.run(
            ['vips', 'pngsave', t + '/m.v', f'{folder}/map.png', '--compression', '9', '--filter', '248', '--strip'], check=True
        )
    return from_, to, round(step * maps['u'].shape[1], 2)


if __name__ == '__main__':
    quick = '--quick' in sys.argv
    to = next((a[5:] for a in sys.argv if a.startswith('--to=')), os.path.join(HERE, '../../scenes'))
    names = [a for a in sys.argv[1:] if not a.startswith('-')] or list(SCENES)
    light = os.path.join(tempfile.gettempdir(), 'snugfit-light')
    subprocess.run(
        ['g++', '-O3', '-march=x86-64-v3', '-ffast-math', '-std=c++17', HERE + '/light.cpp', '-o', light, '-lembree3', '-lpthread'],
        check=True,
    )
    if '--about' in sys.argv:
        for code in names:
            about(code, f'{to}/{code}')
        sys.exit()
    for code in names:
        print(code, made(light, code, f'{to}/{code}', quick), flush=True)
