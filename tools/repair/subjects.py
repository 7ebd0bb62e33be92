"""What the cut-out network learns from: subjects with their transparency and grounds to lay them on, out of the packages that
tools/enlarger/fetch.sh unpacks.

Usage: subjects.py ROOT TARGET, two folders. Writes subjects.npy, uint8 [n, 256, 256, 4], grounds.npy, uint8 [n, 384, 384, 3], and
parts.npy, uint8 [n, 3, 192, 192], which says what hangs together in the grounds, finely to coarsely (Felzenszwalb, Huttenlocher 2004,
by scikit-image). One in twenty of each is left out for judging, by its name.
"""
import glob
import os
import random
import sys
import zlib

import numpy as np
from PIL import Image
from skimage.segmentation import felzenszwalb

Image.MAX_IMAGE_PIXELS = None
SIDE, GROUND, PARTS = 256, 384, 192
SCALES = (80, 250, 800)  # of what counts as one part

# Folder, and how many of its pictures at most.
SUBJECTS = {
    'usr/share/tuxpaint/stamps': 2000,
    'usr/share/openclipart/png': 3600,
    'usr/share/games/hedgewars/Data/Graphics': 300,
    'usr/share/gcompris-qt': 200,
}
# Folder, squares from each picture, pictures at most.
GROUNDS = {
    'usr/share/backgrounds': (8, 400),
    'usr/share/wallpapers': (8, 200),
    '0ad/art/textures/terrain/types': (1, 400),
    'usr/share/games/supertuxkart/data/textures': (1, 200),
    'usr/share/games/supertuxkart/data/tracks': (1, 200),
}


def is_for_judging(path):
    return zlib.crc32(os.path.basename(path).encode()) % 20 == 0


def files(root, folder, endings):
    found = glob.glob(os.path.join(root, folder) + '/**/*', recursive=True)
    return [path for path in sorted(found) if path.lower().endswith(endings) and not os.path.islink(path)]


def subject(path):
    """RGBA, cut to what is not transparent, as large as the square allows; None where nothing is cut out of anything."""
    picture = Image.open(path).convert('RGBA')
    alpha = picture.getchannel('A').point(lambda level: 255 if level > 8 else 0)
    box = alpha.getbbox()
    if box is None or min(box[2] - box[0], box[3] - box[1]) < 48:
        return None
    picture = picture.crop(box)
    share = np.asarray(picture.getchannel('A')).mean() / 255
    if not .1 < share < .93:
        return None
    # Colours of what cannot be seen would bleed into the edge.
    scale = SIDE / max(picture.size)
    size = tuple(max(1, round(side * scale)) for side in picture.size)
    weight = np.asarray(picture.getchannel('A'), np.float32) / 255
    bands = []
    alpha = Image.fromarray(weight).resize(size, Image.LANCZOS if scale > 1 else Image.BOX)
    for band in picture.split()[:3]:
        premultiplied = Image.fromarray(np.asarray(band, np.float32) * weight).resize(size, Image.LANCZOS if scale > 1 else Image.BOX)
        bands.append(np.asarray(premultiplied) / np.maximum(np.asarray(alpha), 1e-3))
    bands.append(np.asarray(alpha) * 255)
    small = np.clip(np.stack(bands, -1), 0, 255).astype(np.uint8)
    square = np.zeros((SIDE, SIDE, 4), np.uint8)
    y, x = (SIDE - size[1]) // 2, (SIDE - size[0]) // 2
    square[y:y + size[1], x:x + size[0]] = small
    return square


def grounds(path, count, chance):
    picture = Image.open(path).convert('RGB')
    if min(picture.size) < 128:
        return
    for _ in range(count):
        side = min(picture.size) * chance.uniform(.35, 1) if min(picture.size) > GROUND else min(picture.size)
        x, y = (chance.uniform(0, most - side) for most in picture.size)
        yield np.asarray(picture.resize((GROUND, GROUND), Image.BOX if side > GROUND else Image.BICUBIC, (x, y, x + side, y + side)))


def parts(ground):
    small = np.asarray(Image.fromarray(ground).resize((PARTS, PARTS), Image.BOX))
    return np.stack([np.minimum(felzenszwalb(small, scale=scale, sigma=.7, min_size=60), 255) for scale in SCALES]).astype(np.uint8)


def main(root, target):
    chance = random.Random(5)
    os.makedirs(target, exist_ok=True)
    kept = []
    for folder, most in SUBJECTS.items():
        paths = [path for path in files(root, folder, ('.png',)) if not is_for_judging(path)]
        chance.shuffle(paths)
        before = len(kept)
        for path in paths:
            if len(kept) - before >= most:
                break
            try:
                one = subject(path)
            except (OSError, ValueError, SyntaxError):
                continue
            if one is not None:
                kept.append(one)
        print(folder, len(kept) - before, flush=True)
    np.save(os.path.join(target, 'subjects.npy'), np.stack(kept))
    kept = []
    for folder, (count, most) in GROUNDS.items():
        paths = [path for path in files(root, folder, ('.jpg', '.png', '.webp', '.dds')) if not is_for_judging(path)]
        chance.shuffle(paths)
        before = len(kept)
        for path in paths[:most]:
            try:
                kept.extend(grounds(path, count, chance))
            except (OSError, ValueError, SyntaxError, NotImplementedError):
                continue
        print(folder, len(kept) - before, flush=True)
    np.save(os.path.join(target, 'grounds.npy'), np.stack(kept))
    np.save(os.path.join(target, 'parts.npy'), np.stack([parts(one) for one in kept]))


if __name__ == '__main__':
    main(*sys.argv[1:3])
