"""Pictures that choosing is judged by: FOLDER/KIND/NUMBER.png, the truth at twice the size that a picture is given at.

Usage: judged.py ROOT FOLDER, ROOT being where packages are unpacked that judged.txt names pictures of (fetch-judged.sh). No network is
trained on any of them. Then bin/snugfit bench enlarge tells what choosing costs.
"""
import glob
import io
import os
import random
import subprocess
import sys

from PIL import Image, ImageDraw, ImageFont

Image.MAX_IMAGE_PIXELS = None
SIDE = 352
SEED = 20261130
LARGE = 800  # px of the shorter side from which on a picture is halved first, so that it is sharp to the pixel
CARDS = 2600  # px of a sheet of playing cards
WORDS = 'Harbour light keepers 1874 TIDE TABLE No. 5 fog & bell; quay, jetty \u00c6var 100% (south) store rope ledger'.split()


def load(path, chance):
    """RGB; transparency laid on some paper."""
    if '.svg' in path:
        width = CARDS if path.endswith('z') else chance.choice([320, 480, 640])
        drawn = subprocess.run(['rsvg-convert', '-w', str(width), '--keep-aspect-ratio', path], capture_output=True, check=True)
        picture = Image.open(io.BytesIO(drawn.stdout))
    else:
        picture = Image.open(path)
    if picture.mode in ('RGBA', 'LA', 'P', 'PA'):
        picture = picture.convert('RGBA')
        paper = chance.choice([(255, 255, 255), (255, 255, 255), (30, 30, 34), (200, 190, 170)])
        picture = Image.alpha_composite(Image.new('RGBA', picture.size, paper + (255,)), picture)
    picture = picture.convert('RGB')
    if min(picture.size) >= LARGE and '.svg' not in path:
        picture = picture.resize((picture.size[0] // 2, picture.size[1] // 2), Image.BICUBIC)
    return picture


def part(picture, chance):
    """The busiest of some parts."""
    width, height = picture.size
    across, down = min(SIDE, width) // 4 * 4, min(SIDE, height) // 4 * 4
    found = []
    for _ in range(6):
        x, y = chance.randint(0, width - across), chance.randint(0, height - down)
        piece = picture.crop((x, y, x + across, y + down))
        levels = piece.convert('L').histogram()
        count = sum(levels)
        mean = sum(level * many for level, many in enumerate(levels)) / count
        found.append((sum((level - mean) ** 2 * many for level, many in enumerate(levels)) / count, len(found), piece))
    return max(found)[2]


def lettering(chance, typefaces):
    """Lines of words in several faces and sizes, drawn at four times the size."""
    side = SIDE * 4
    paper = (255, 255, 255) if chance.random() < .5 else tuple(chance.randint(0, 255) for _ in range(3))
    sheet = Image.new('RGB', (side, side), paper)
    pen, y = ImageDraw.Draw(sheet), 24
    while y < side:
        size = chance.choice([10, 12, 14, 18, 24, 36, 60]) * 4
        ink = (255, 255, 255) if sum(paper) < 380 else chance.choice([(0, 0, 0), (20, 30, 90), (120, 20, 20)])
        face = ImageFont.truetype(chance.choice(typefaces), size)
        pen.text((chance.randint(0, 120), y), ' '.join(chance.sample(WORDS, 6)), font=face, fill=ink)
        y += int(size * 1.3)
    return sheet.resize((SIDE, SIDE), Image.BOX)


def lines(chance):
    """Straight and round lines of ink."""
    side = SIDE * 4
    sheet = Image.new('L', (side, side), 255)
    pen = ImageDraw.Draw(sheet)
    for _ in range(chance.randint(12, 50)):
        width = int(chance.choice([.7, 1, 1.5, 2, 3, 5]) * 4)
        x, y, across, down = (chance.randint(0, side) for _ in range(4))
        if chance.random() < .5:
            pen.line((x, y, across, down), fill=chance.choice([0, 0, 60]), width=width)
        else:
            box = (min(x, across), min(y, down), max(x, across) + 9, max(y, down) + 9)
            pen.arc(box, chance.randint(0, 180), chance.randint(181, 360), fill=0, width=width)
    return sheet.resize((SIDE, SIDE), Image.LANCZOS).convert('RGB')


def main(root, folder):
    chance, made = random.Random(SEED), {}
    with open(os.path.join(os.path.dirname(os.path.abspath(__file__)), 'judged.txt')) as file:
        for kind, path in (line.split(' ', 1) for line in file.read().splitlines()):
            picture = load(os.path.join(root, path), chance)
            # A sheet of cards has more than one part worth looking at.
            for _ in range(2 if path.endswith('z') else 1):
                made.setdefault(kind, []).append(part(picture, chance))
    typefaces = sorted(glob.glob(os.path.join(root, 'usr/share/fonts/opentype/urw-base35/*.otf')))
    made['letter'] = [lettering(chance, typefaces) for _ in range(24)]
    made['line'] = [lines(chance) for _ in range(24)]
    for kind, pictures in made.items():
        os.makedirs(os.path.join(folder, kind), exist_ok=True)
        for number, picture in enumerate(pictures):
            picture.save(os.path.join(folder, kind, '%03d.png' % number))
        print(kind, len(pictures))


if __name__ == '__main__':
    main(*sys.argv[1:3])
