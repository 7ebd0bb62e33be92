"""Cuts sharp patches to train on: photos.npy and drawings.npy, uint8 [n, SIDE, SIDE, 3].

Usage: patches.py ROOT FOLDER [SIDE], ROOT being what fetch.sh unpacked
"""
import os
import random
import subprocess
import sys

import numpy as np
from PIL import Image

import sources

# 2 x (56 px of input + 8 px to cut a JPEG grid at any place)
SIDE = int(sys.argv[3]) if __name__ == '__main__' and len(sys.argv) > 3 else 128
SEED = 20261128


def busyness(picture):
    """Sums of differences between neighbours, as an integral image."""
    grey = np.asarray(picture).astype(np.int16).mean(2)
    change = np.zeros(grey.shape, np.float32)
    change[:, 1:] += abs(np.diff(grey, axis=1))
    change[1:] += abs(np.diff(grey, axis=0))
    return np.pad(change.cumsum(0, dtype=np.float64).cumsum(1), ((1, 0), (1, 0)))


def cut(picture, wanted, chance, out, calm):
    """Busy places are taken more often; the share `calm` of the smooth ones is kept, so that smooth stays smooth."""
    width, height = picture.size
    if width < SIDE + 4 or height < SIDE + 4:
        return
    pixels, sums = np.asarray(picture), busyness(picture)
    taken = tries = 0
    while taken < wanted and tries < wanted * 12:
        tries += 1
        x, y = chance.randrange(0, width - SIDE + 1), chance.randrange(0, height - SIDE + 1)
        mean = (sums[y + SIDE, x + SIDE] - sums[y, x + SIDE] - sums[y + SIDE, x] + sums[y, x]) / (SIDE * SIDE)
        if chance.random() > min(1, mean / 7 + calm):
            continue
        out.append(pixels[y:y + SIDE, x:x + SIDE].copy())
        taken += 1


def reduced(picture, factor):
    if factor == 1:
        return picture
    width, height = picture.size
    return picture.resize((width // factor, height // factor), Image.BOX if factor == 2 else Image.LANCZOS)


def photos(root, chance):
    out = []
    for pattern, (factors, most) in sources.PHOTOS.items():
        for path in sources.files(root, pattern):
            try:
                picture = sources.load(path, sources.colour(chance))
            except (OSError, ValueError, NotImplementedError, subprocess.SubprocessError):
                continue
            for factor in factors:
                small = reduced(picture, factor)
                area = small.size[0] * small.size[1]
                cut(small, min(most, area // 2500), chance, out, .05)
    return out


def drawings(root, chance):
    out, typefaces = [], sources.fonts(root)
    for pattern, most in sources.DRAWINGS.items():
        clips = sources.files(root, pattern)
        chance.shuffle(clips)
        for path in clips[:most]:
            paper = (255, 255, 255) if chance.random() < .6 else sources.colour(chance)
            try:
                picture = sources.load(path, paper, chance.choice([160, 260, 400, 700, 1000]))
            except (OSError, ValueError, SyntaxError, subprocess.SubprocessError):
                continue
            # Drawn at its size, it is sharp to the pixel; half of them are also what a reduced one is.
            cut(reduced(picture, 1 if path.endswith('.svg') and chance.random() < .5 else chance.choice([1, 2])), 5, chance, out, .02)
    for _ in range(900):
        cut(sources.drawing(448, chance, typefaces), 18, chance, out, .04)
    return out


def main(root, folder):
    os.makedirs(folder, exist_ok=True)
    for name, make in (('photos', photos), ('drawings', drawings)):
        chance = random.Random(SEED + len(name))
        patches = make(root, chance)
        chance.shuffle(patches)
        np.save(os.path.join(folder, name + '.npy'), np.stack(patches))
        print(name, len(patches), flush=True)


if __name__ == '__main__':
    main(*sys.argv[1:3])
