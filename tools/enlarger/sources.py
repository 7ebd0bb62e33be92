"""The pictures that networks are trained on: free ones from Debian's packages, unpacked by fetch.sh, and drawings rendered here.

No picture that the results are measured on is among them (networks/model-card.md names those).
"""
import glob
import io
import os
import random
import subprocess

from PIL import Image, ImageDraw, ImageFont

Image.MAX_IMAGE_PIXELS = None

# Folder of a package, how much it is to be reduced before patches are cut (reducing hides what a camera, a lens and JPEG left
# behind, so that the patches are sharp to the pixel), and how many patches a picture gives at most.
PHOTOS = {
    'usr/share/backgrounds/mate/nature': ((2, 3), 260),
    'usr/share/backgrounds/mate/abstract': ((2, 3, 4), 110),
    'usr/share/backgrounds/gnome': ((2, 4), 200),
    'usr/share/wallpapers': ((2, 3, 4), 200),
    'usr/share/backgrounds/*.jpg': ((2, 3), 260),
    'usr/share/backgrounds/*.png': ((2, 3), 110),
    'usr/share/tuxpaint/stamps': ((1, 2), 6),
    'usr/lib/python3/dist-packages/sklearn/datasets/images': ((2,), 8),
    '0ad/art/textures/terrain/types': ((2,), 10),
    '0ad/art/textures/skins': ((2,), 5),
    'usr/share/games/supertuxkart/data/textures': ((2,), 4),
    'usr/share/games/supertuxkart/data/tracks': ((2,), 3),
}
DRAWINGS = {
    'usr/share/openclipart/svg': 3000,
    'usr/share/openclipart/png': 600,
    'usr/share/games/hedgewars/Data/Graphics': 500,
    'usr/share/icons/Papirus/64x64': 400,
}
FONTS = 'usr/share/fonts'
SUFFIXES = ('.jpg', '.png', '.webp', '.dds', '.svg')
NOT = ('screenshot', '_norm', '_spec', 'normal', 'alpha', 'gloss')  # what is no picture
WORDS = ('Tide lamp harbour POSTER Sale 50% ÄÖÜ éà Print A2 2024 fog & bell @home Grüße 0123456789 quick brown '
         'puffin KEEPER jumps over lazy signal flags No. 7').split()


def files(root, pattern):
    """Each file once, in a stable order."""
    whole = os.path.join(root, pattern)
    paths = glob.glob(whole) if '*' in pattern else glob.glob(whole + '/**/*', recursive=True)
    return [path for path in sorted(paths)
            if path.lower().endswith(SUFFIXES) and not os.path.islink(path) and not any(word in path.lower() for word in NOT)]


def load(path, paper, side=3000):
    """RGB, transparency laid on a paper of one colour; a drawing of lines is drawn `side` px wide."""
    if path.endswith('.svg'):
        drawn = subprocess.run(['rsvg-convert', '-w', str(side), '--keep-aspect-ratio', path], capture_output=True, check=True, timeout=20)
        picture = Image.open(io.BytesIO(drawn.stdout))
    else:
        picture = Image.open(path)
    if picture.mode in ('RGBA', 'LA', 'P', 'PA') and not path.endswith('.dds'):
        picture = picture.convert('RGBA')
        sheet = Image.new('RGBA', picture.size, paper + (255,))
        picture = Image.alpha_composite(sheet, picture)
    return picture.convert('RGB')


def fonts(root):
    found = glob.glob(os.path.join(root, FONTS) + '/**/*.[to]tf', recursive=True)
    # Only faces that have Latin letters.
    names = [(os.path.basename(path), path) for path in sorted(found)]
    latin = ('NotoSans-', 'NotoSerif-', 'NotoSansDisplay-', 'NotoSansMono-')
    return [path for name, path in names if not name.startswith('Noto') or name.startswith(latin)]


def colour(chance):
    return tuple(chance.choice([0, 255, chance.randint(0, 255), chance.randint(0, 255)]) for _ in range(3))


def drawing(side, chance, typefaces):
    """Lettering, lines and shapes, drawn 2 or 4 times as large and reduced."""
    scale = chance.choice([2, 4])
    n = side * scale
    ground = (255,) * 3 if chance.random() < .4 else ((0,) * 3 if chance.random() < .2 else colour(chance))
    sheet = Image.new('RGB', (n, n), ground)
    if chance.random() < .25:
        ramp = Image.linear_gradient('L').resize((n, n)).rotate(chance.choice([0, 90, 180, 270]))
        sheet = Image.composite(sheet, Image.new('RGB', (n, n), colour(chance)), ramp)
    pen = ImageDraw.Draw(sheet)
    style = chance.random()
    for _ in range(chance.randint(15, 60)):
        pick = chance.random() if style > .35 else chance.choice([.1, .2, .5, .9])
        x, y = chance.randint(-n // 10, n), chance.randint(-n // 10, n)
        r = int(n * chance.choice([.01, .02, .05, .1, .2]) * chance.uniform(.5, 1.5)) + 2
        ink, width = colour(chance), chance.choice([1, 1, 1, 2, 3, 5, 9]) * scale
        if pick < .42:
            try:
                face = ImageFont.truetype(chance.choice(typefaces), int(scale * chance.choice([8, 10, 12, 14, 18, 24, 36, 60, 100])))
                words = ' '.join(chance.choice(WORDS) for _ in range(chance.randint(1, 6)))
                pen.text((x, y), words, fill=chance.choice([(0, 0, 0), (255, 255, 255), ink]), font=face)
            except (OSError, ValueError):
                continue
        elif pick < .62:
            # Thin lines at flat angles are what breaks into dashes.
            points = [(x, y)] + [(chance.randint(0, n), chance.randint(0, n)) for _ in range(chance.randint(1, 3))]
            pen.line(points, fill=chance.choice([ink, (0, 0, 0)]), width=width, joint='curve')
        elif pick < .72:
            box = [x - r, y - r, x + r, y + int(r * chance.uniform(.4, 1))]
            pen.ellipse(box, fill=ink if chance.random() < .6 else None, outline=colour(chance), width=width)
        elif pick < .8:
            pen.polygon([(x + chance.randint(-r, r), y + chance.randint(-r, r)) for _ in range(chance.randint(3, 9))], fill=ink)
        elif pick < .86:
            pen.rectangle([x, y, x + r, y + chance.randint(1, 2 * r)], fill=ink, outline=colour(chance), width=width)
        elif pick < .94:
            pen.arc([x - r, y - r, x + r, y + r], chance.randint(0, 360), chance.randint(0, 720), fill=ink, width=width)
        else:
            step = chance.choice([2, 3, 4, 6, 8]) * scale
            for j in range(chance.randint(4, 16)):
                pen.line([(x + j * step, y), (x + j * step + chance.randint(0, 1) * r // 2, y + r)], fill=ink, width=max(1, step // 2))
    return sheet.resize((side, side), chance.choice([Image.BOX, Image.LANCZOS, Image.BICUBIC]))
