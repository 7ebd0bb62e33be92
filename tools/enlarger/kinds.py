"""Pieces of pictures whose kind is known, to learn kinds and damage from: NAME.npy for each kind, uint8 [n, SIDE, SIDE, 3].

Usage: kinds.py ROOT FOLDER, ROOT being what fetch.sh unpacked
"""
import os
import random
import subprocess
import sys

import numpy as np
from PIL import Image, ImageDraw, ImageFont

import sources
from patches import reduced

SIDE = 224
SEED = 20261129
KINDS = ('photo', 'illustration', 'flat', 'line', 'pixel')

# By the name of a wallpaper's file or folder, as they look.
PHOTOGRAPHED = ('BytheWater ColdRipple ColorfulCups DarkestHour EveningGlow FallenLeaf Grey Kite OneStandsOut Path summer_1am Bridge_by '
                'Dragonfly_by Kleiber_by Picture_0B Picture_1A Wine_by aitzgorri_by free_by friends_by greentock_by life_by picosde '
                'seeding_by sunset_by mate/nature sklearn').split()
PAINTED = ('Altai Autumn Canopee Cascade Cluster Elarun Flow/ Honeywave IceCold Kay/ Kokkini MilkyWay Opal PastelHills Patak SafeLanding '
           'Shell Fossa Infinite-Sea 2004default rhythm string.jpg the-mouse umang calla fluent goldfish Elephants.jpg Konqui').split()
WALLPAPERS = ('usr/share/backgrounds', 'usr/share/wallpapers', 'usr/lib/python3/dist-packages/sklearn/datasets/images')


def spread(picture, wanted, chance, out, least=0.):
    """Pieces from all over a picture, plain ones too; `least` is how far its levels must vary, in levels."""
    width, height = picture.size
    if width < SIDE or height < SIDE:
        if min(width, height) < 48:
            return
        edge = Image.new('RGB', (max(width, SIDE), max(height, SIDE)), picture.getpixel((0, 0)))
        edge.paste(picture, ((edge.size[0] - width) // 2, (edge.size[1] - height) // 2))
        picture, (width, height) = edge, edge.size
    pixels = np.asarray(picture)
    for _ in range(wanted):
        for _ in range(6):
            x, y = chance.randrange(0, width - SIDE + 1), chance.randrange(0, height - SIDE + 1)
            piece = pixels[y:y + SIDE, x:x + SIDE]
            if piece[::3, ::3].std() >= least:
                out.append(piece.copy())
                break


def wallpapers(root, words, chance, each, factors=(2, 2, 3, 4, 6)):
    out = []
    for folder in WALLPAPERS:
        for path in sources.files(root, folder):
            if any(word in path for word in words):
                picture = sources.load(path, (255, 255, 255))
                for factor in factors:
                    spread(reduced(picture, factor), each, chance, out, 1.5 if words is PHOTOGRAPHED else 3)
    return out


def textures(root, chance):
    out = []
    for path in sources.files(root, '0ad/art/textures/terrain/types')[::2]:
        spread(sources.load(path, (0, 0, 0)), 2, chance, out, 3)
    return out


def drawn_kind(path):
    """What a drawing of lines is by its own text: shaded, in ink, or flat."""
    with open(path, encoding='utf-8', errors='replace') as file:
        text = file.read(400_000)
    if 'Gradient' in text or '<filter' in text or '<image' in text:
        return 'illustration'
    colours = set()
    for mark in ('fill:#', 'stroke:#', 'fill="#', 'stroke="#'):
        colours.update(part[:6].lower() for part in text.split(mark)[1:])
    greys = sum(1 for one in colours if one[:2] == one[2:4] == one[4:6] or len(set(one.strip('"; '))) == 1)
    return 'line' if greys == len(colours) else 'flat'


def clips(root, chance, most):
    found = {'illustration': [], 'flat': [], 'line': []}
    paths = sources.files(root, 'usr/share/openclipart/svg')
    chance.shuffle(paths)
    for path in paths:
        kind = drawn_kind(path)
        if len(found[kind]) >= most:
            continue
        try:
            paper = (255, 255, 255) if kind == 'line' or chance.random() < .7 else sources.colour(chance)
            picture = sources.load(path, paper, chance.choice([300, 500, 800, 1200]))
        except (OSError, ValueError, SyntaxError, subprocess.SubprocessError):
            continue
        spread(picture, 4, chance, found[kind], 8)
    return found


def pixel_art(root, chance):
    """Sprites that were drawn pixel by pixel, as they are and in whole blocks; and such ones as scripts make from drawings."""
    out = []
    paths = sources.files(root, 'usr/share/openclipart/svg')
    chance.shuffle(paths)
    for path in paths[:900]:
        try:
            picture = sources.load(path, sources.colour(chance), chance.choice([24, 32, 48, 64]))
        except (OSError, ValueError, SyntaxError, subprocess.SubprocessError):
            continue
        picture = picture.quantize(chance.choice([4, 8, 12, 16, 24]), dither=0).convert('RGB')
        block = chance.choice([1, 2, 3, 4, 5, 6, 8, 10, 12, 16])
        picture = picture.resize((picture.size[0] * block, picture.size[1] * block), Image.NEAREST)
        spread(picture, 3, chance, out, 8)
    return out


def lettering(chance, typefaces, most):
    """Pages of text and plain lines on paper."""
    out = []
    while len(out) < most:
        dark = chance.random() < .15
        paper, ink = ((20, 20, 20), (235, 235, 235)) if dark else ((chance.randint(235, 255),) * 3, (chance.randint(0, 60),) * 3)
        sheet = Image.new('RGB', (960, 960), paper)
        pen = ImageDraw.Draw(sheet)
        size = chance.choice([20, 26, 34, 48, 80])
        face = ImageFont.truetype(chance.choice(typefaces), size)
        if chance.random() < .7:
            for row in range(960 // int(size * 1.4)):
                words = ' '.join(chance.choice(sources.WORDS) for _ in range(20))
                pen.text((20, int(row * size * 1.4)), words, fill=ink, font=face)
        else:
            for _ in range(chance.randint(10, 50)):
                points = [(chance.randint(0, 960), chance.randint(0, 960)) for _ in range(chance.randint(2, 4))]
                pen.line(points, fill=ink, width=chance.choice([2, 3, 4, 8]), joint='curve')
        spread(sheet.resize((480, 480), Image.LANCZOS), 4, chance, out, 8)
    return out


def screens(chance, typefaces, most):
    """Windows, buttons and lettering as computers draw them: flat."""
    out = []
    while len(out) < most:
        base = chance.choice([255, 245, 238, 225, 40, 30, 52])
        sheet = Image.new('RGB', (640, 480), (base,) * 3)
        pen = ImageDraw.Draw(sheet)
        ink = (20, 20, 20) if base > 128 else (225, 225, 225)
        face = ImageFont.truetype(chance.choice(typefaces), chance.choice([10, 11, 12, 13, 15]))
        for _ in range(chance.randint(8, 30)):
            x, y = chance.randint(0, 600), chance.randint(0, 460)
            w, h = chance.randint(20, 300), chance.randint(14, 120)
            shade = max(0, min(255, base + chance.randint(-40, 40)))
            fill = chance.choice([(shade,) * 3, sources.colour(chance)])
            pen.rectangle([x, y, x + w, y + h], fill=fill, outline=chance.choice([None, ink]))
            for line in range(h // 16):
                words = ' '.join(chance.choice(sources.WORDS) for _ in range(w // 40 + 1))
                pen.text((x + 6, y + 2 + 16 * line), words, fill=ink, font=face)
        spread(sheet, 6, chance, out, 6)
    return out


def main(root, folder):
    os.makedirs(folder, exist_ok=True)
    chance, typefaces = random.Random(SEED), sources.fonts(root)
    found = clips(root, chance, 5000)
    found['photo'] = wallpapers(root, PHOTOGRAPHED, chance, 45) + textures(root, chance)
    # As a camera left them: how soft they are is not known.
    found['soft'] = wallpapers(root, PHOTOGRAPHED, chance, 60, (1, 1))
    found['illustration'] += wallpapers(root, PAINTED, chance, 25)
    found['line'] += lettering(chance, typefaces, 2500)
    found['flat'] += screens(chance, typefaces, 1500)
    found['pixel'] = pixel_art(root, chance)
    for name in (*KINDS, 'soft'):
        chance.shuffle(found[name])
        np.save(os.path.join(folder, 'kind-' + name + '.npy'), np.stack(found[name]))
        print(name, len(found[name]), flush=True)


if __name__ == '__main__':
    main(*sys.argv[1:3])
