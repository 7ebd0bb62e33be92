"""The network: plain 3x3 convolutions that learn what a bicubic enlargement x2 misses."""
import math

import torch
import torch.nn as nn
import torch.nn.functional as F


def catmull_rom(x, a=-0.5):
    """Keys 1981, the cubic with a = -1/2."""
    x = abs(x)
    if x <= 1:
        return (a + 2) * x ** 3 - (a + 3) * x ** 2 + 1
    return a * x ** 3 - 5 * a * x ** 2 + 8 * a * x - 4 * a if x < 2 else 0.


def bicubic_weights(scale=2):
    """A 5x5 convolution to 3 * scale ** 2 channels whose pixel shuffle is exactly the bicubic enlargement, x2 or x4."""
    places = [(number + .5) / scale - .5 for number in range(scale)]
    sides = torch.tensor([[catmull_rom(offset - place) for offset in range(-2, 3)] for place in places])
    weights = torch.zeros(3, scale, scale, 3, 5, 5)
    for channel in range(3):
        weights[channel, :, :, channel] = sides[:, None, :, None] * sides[None, :, None, :]
    return weights.flatten(0, 2)


def begin(convolutions, tail):
    """Weights to begin with: what comes out is hardly more than nothing."""
    for convolution in convolutions:
        nn.init.kaiming_normal_(convolution.weight, nonlinearity='relu')
        nn.init.zeros_(convolution.bias)
    nn.init.normal_(tail.weight, std=1e-3)
    nn.init.zeros_(tail.bias)


class Network(nn.Module):
    """RGB 0..1 [n, 3, h, w] to [n, 3, 2h, 2w]. `padded`: the picture's edges are repeated (training)."""
    scale = 2

    def __init__(self, features, layers, padded=True):
        super().__init__()
        self.padded = padded
        self.head = nn.Conv2d(3, features, 3, padding=1)
        self.body = nn.ModuleList([nn.Conv2d(features, features, 3, padding=1) for _ in range(layers)])
        self.tail = nn.Conv2d(features, 12, 3, padding=1)
        begin([self.head, *self.body], self.tail)
        self.register_buffer('bicubic', bicubic_weights())

    @property
    def reach(self):
        """How many pixels of the input one pixel of the output depends on, to each side."""
        return len(self.body) + 2

    def plain(self, x):
        if self.padded:
            return F.conv2d(F.pad(x, (2, 2, 2, 2), mode='replicate'), self.bicubic)
        return F.conv2d(x, self.bicubic, padding=2)

    def forward(self, x):
        first = y = F.relu(self.head(x - 0.5))
        for number, convolution in enumerate(self.body):
            y = convolution(y)
            if number == len(self.body) - 1:
                y = y + first
            y = F.relu(y)
        return F.pixel_shuffle(self.tail(y) + self.plain(x), 2)


def oriented(ways, radius=4, wave=2.8, across=1.0, along=2.2):
    """Filters of unit energy for what is finer than a source could hold: strands of so many directions, and grain of none."""
    places = torch.arange(-radius, radius + 1).float()
    y, x = torch.meshgrid(places, places, indexing='ij')
    filters = []
    for number in range(ways):
        turn = math.pi * number / ways
        over, down = x * math.cos(turn) + y * math.sin(turn), y * math.cos(turn) - x * math.sin(turn)
        filters.append(torch.exp(-over ** 2 / (2 * across ** 2) - down ** 2 / (2 * along ** 2)) * torch.cos(2 * math.pi * over / wave))
    soft = torch.exp(-(x ** 2 + y ** 2) / (2 * .8 ** 2))
    grain = -soft / soft.sum()
    grain[radius, radius] += 1
    filters = torch.stack([*filters, grain])
    filters = filters - filters.mean((1, 2), keepdim=True)
    return (filters / filters.square().sum((1, 2), keepdim=True).sqrt()).unsqueeze(1)


class TextureNetwork(nn.Module):
    """RGB 0..1 [n, 3, h, w] to texture that is laid on its enlargement, [n, 1, 2h, 2w]: strands and grain by chance, as strong and
    in such directions as the layers say. Reduced again it is nothing, so no colour and no shape moves.

    Chance is worked out of the pixels themselves: the same picture gives the same, however it is cut, and where all pixels are
    alike there is none.
    """
    GRAIN = 4  # numbers by chance for a pixel of the input: one for each that is made of it
    PRIME = 4093.  # its square is less than 2 ** 24, so that floats hold all of it exactly, whatever they are summed by first
    WAYS = 8

    def __init__(self, features, layers, padded=True):
        super().__init__()
        self.layers = nn.ModuleList([nn.Conv2d(features if number else 4, features, 3, padding=1) for number in range(layers)])
        self.tail = nn.Conv2d(features, self.WAYS + 1, 3, padding=1)
        for layer in self.layers:
            nn.init.kaiming_normal_(layer.weight, nonlinearity='relu')
            nn.init.zeros_(layer.bias)
        nn.init.normal_(self.tail.weight, std=1e-2)
        nn.init.zeros_(self.tail.bias)
        chance = torch.Generator().manual_seed(11)
        self.register_buffer('mixing', torch.randint(-31, 32, (self.GRAIN, 3, 5, 5), generator=chance).float())
        self.register_buffer('filters', oriented(self.WAYS))

    @property
    def reach(self):
        """How many pixels of the input one pixel of the output depends on: layers, change, evening and enlarging of strengths."""
        return len(self.layers) + 1 + 1 + 2 + 1

    def rest(self, x):
        return x - torch.floor(x / self.PRIME) * self.PRIME

    def chance(self, x):
        """Of deviation 1, for each pixel that is made: [n, 1, 2h, 2w]."""
        sums = F.conv2d(torch.round(x * 255), self.mixing, padding=2)
        first = self.rest(sums + 400 * self.PRIME)
        return F.pixel_shuffle((self.rest(first * first + first) / (self.PRIME / 2) - 1) * math.sqrt(3), 2)

    def strengths(self, x):
        """How much of each direction there is, [n, WAYS + 1, 2h, 2w]."""
        grey = x.mean(1, keepdim=True)
        change = (grey - F.avg_pool2d(grey, 3, 1, 1)).abs()
        y = torch.cat((x - 0.5, 8 * change), 1)
        for layer in self.layers:
            y = F.relu(layer(y))
        # Never nothing at all, else nothing would be learnt where there is none at first.
        even = F.avg_pool2d(F.softplus(8 * self.tail(y) - 4) / 8, 5, 1, 2)
        return F.avg_pool2d(F.interpolate(even, scale_factor=2., mode='nearest'), 3, 1, 1)

    def forward(self, x):
        strands = F.conv2d(self.chance(x), self.filters, padding=4)
        made = (strands * self.strengths(x)).sum(1, keepdim=True)
        return made - F.interpolate(F.avg_pool2d(made, 2), scale_factor=2., mode='nearest')


class Block(nn.Module):
    """Two convolutions whose result is added to what came in; begins as nothing but a pass."""

    def __init__(self, features):
        super().__init__()
        self.first = nn.Conv2d(features, features, 3, padding=1)
        self.second = nn.Conv2d(features, features, 3, padding=1)
        nn.init.kaiming_normal_(self.first.weight, nonlinearity='relu')
        nn.init.zeros_(self.first.bias)
        nn.init.normal_(self.second.weight, std=1e-3)
        nn.init.zeros_(self.second.bias)

    def forward(self, x):
        return x + self.second(F.relu(self.first(x)))


class WideNetwork(nn.Module):
    """Works on squares of 2 x 2 pixels, so that it sees twice as far at the same cost: JPEG blocks are known by what surrounds
    them. Height, width and the place of a piece's corner in the picture must be even.
    """
    scale = 2

    def __init__(self, features, layers, padded=True):
        super().__init__()
        self.padded = padded
        self.head = nn.Conv2d(3, features, 6, stride=2, padding=2)
        self.body = nn.ModuleList([Block(features) for _ in range(layers)])
        self.tail = nn.Conv2d(features, 48, 3, padding=1)
        nn.init.kaiming_normal_(self.head.weight, nonlinearity='relu')
        nn.init.zeros_(self.head.bias)
        nn.init.normal_(self.tail.weight, std=1e-3)
        nn.init.zeros_(self.tail.bias)
        self.register_buffer('bicubic', bicubic_weights())

    @property
    def reach(self):
        """Twice as far as a Network's layers: two convolutions in each block, the head and the tail."""
        return 2 * (2 * len(self.body) + 2)

    plain = Network.plain

    def forward(self, x):
        y = self.head(x - 0.5)
        for block in self.body:
            y = block(y)
        return F.pixel_shuffle(self.tail(y), 4) + F.pixel_shuffle(self.plain(x), 2)


class FourfoldNetwork(nn.Module):
    """RGB 0..1 [n, 3, h, w] to [n, 3, 4h, 4w]: all layers at the source's own size, so that it may have four and a half times the
    weights of one that doubles, in the time of two doublings.
    """
    scale = 4

    def __init__(self, features, layers, padded=True):
        super().__init__()
        self.padded = padded
        self.head = nn.Conv2d(3, features, 3, padding=1)
        self.body = nn.ModuleList([Block(features) for _ in range(layers)])
        self.tail = nn.Conv2d(features, 48, 3, padding=1)
        begin([self.head], self.tail)
        self.register_buffer('bicubic', bicubic_weights(4))

    @property
    def reach(self):
        return 2 * len(self.body) + 2

    plain = Network.plain

    def forward(self, x):
        y = self.head(x - 0.5)
        for block in self.body:
            y = block(y)
        return F.pixel_shuffle(self.tail(y) + self.plain(x), 4)


def stepped(values, step, low, high):
    """As whole numbers of steps, low to high; the gradient passes as if nothing had been rounded."""
    steps = values / step
    return (steps + (steps.round() - steps).detach()).clamp(low, high)


class ExactNetwork(WideNetwork):
    """A wide network that can be run in whole numbers: with `exact`, all weights and what passes between the layers are whole numbers
    of steps, as its graph has them. Weights of 7 bits, so that no processor's 16-bit sums overflow; bytes between the layers; the first
    and last layers' sums are small enough to be exact as floats. So every machine makes the same bytes.
    """
    WEIGHT = 63  # steps of a weight in the 8-bit layers, to each side
    FIRST, LAST = 127, 255  # those of the first layer and the last
    SHARE = .99995  # of what passes, at first: the rest is cut off

    def __init__(self, features, layers, padded=True):
        super().__init__(features, layers, padded)
        self.exact = False
        # Logarithms: of what comes in, passes inside, and is added by each block; of what leaves the last one, the first of its row.
        self.log_steps = nn.Parameter(torch.full((layers + 1, 3), -6.))

    @staticmethod
    def weights_of(convolution, most):
        """Whole numbers, and the step of each output channel."""
        step = convolution.weight.detach().abs().amax((1, 2, 3), keepdim=True).clamp_min(1e-8) / most
        return stepped(convolution.weight, step, -most, most), step

    def layer(self, convolution, x, most=WEIGHT):
        weight = convolution.weight
        if self.exact:
            whole, step = self.weights_of(convolution, most)
            weight = whole * step
        return F.conv2d(x, weight, convolution.bias, convolution.stride, convolution.padding)

    def passing(self, x, row, place, low=-128, high=127):
        if not self.exact:
            return x
        step = self.log_steps[row, place].exp2()
        return stepped(x, step, low, high) * step

    def forward(self, x, seen=None):
        """`seen`: a list that gets what passes, as it is before it is rounded."""
        seen = [] if seen is None else seen
        seen.append(self.layer(self.head, x - 0.5, self.FIRST))
        y = self.passing(seen[-1], 0, 0)
        for number, block in enumerate(self.body):
            seen.append(F.relu(self.layer(block.first, y)))
            inside = self.passing(seen[-1], number, 1, 0, 255)
            seen.append(self.layer(block.second, inside))
            seen.append(y + self.passing(seen[-1], number, 2))
            y = self.passing(seen[-1], number + 1, 0)
        return F.pixel_shuffle(self.layer(self.tail, y, self.LAST), 4) + F.pixel_shuffle(self.plain(x), 2)

    @torch.no_grad()
    def measure(self, x):
        """Sets the steps by what passes between the layers: hardly anything is cut off."""
        seen, self.exact = [], False
        self(x, seen)
        places = [(0, 0)] + [place for number in range(len(self.body)) for place in ((number, 1), (number, 2), (number + 1, 0))]
        for (row, place), one in zip(places, seen):
            cut = max(1, int(one.numel() * (1 - self.SHARE)))
            most = one.abs().flatten().topk(cut).values[-1].clamp_min(1e-4)
            self.log_steps[row, place] = (most / (255 if place == 1 else 127)).log2()


def of(settings, padded=True):
    if 'exact' in settings:
        kind = ExactNetwork
    elif settings.get('fourfold'):
        kind = FourfoldNetwork
    else:
        kind = WideNetwork if settings.get('wide') else TextureNetwork if settings.get('texture') else Network
    return kind(settings['features'], settings['layers'], padded)


class Exported(nn.Module):
    """Samples in, uint8 or int32 [1, h + 2r, w + 2r, 3], of which r pixels of margin are used up, and their most, float [1];
    samples out, of the same type, [1, 2h, 2w, 3], or 4h, 4w. Layout, scale, clamp and rounding are inside.
    """

    def forward(self, samples, most, *more):
        x = samples.permute(0, 3, 1, 2).to(torch.float32) / most
        return torch.round(torch.clamp(self.made(x, *more), 0, 1) * most).to(samples.dtype).permute(0, 2, 3, 1)


class Way(Exported):
    def __init__(self, network):
        super().__init__()
        self.network, self.margin = network, network.reach

    def made(self, x):
        cut = self.network.scale * self.margin
        return self.network(x)[:, :, cut:-cut, cut:-cut]


class Best(Way):
    """The mean over all turns and mirrorings: eight times the work."""

    def made(self, x):
        total = 0
        for mirrored in (False, True):
            for turns in range(4):
                y = x.flip(3) if mirrored else x
                y = super().made(turned(y, turns))
                y = turned(y, (4 - turns) % 4)
                total = total + (y.flip(3) if mirrored else y)
        return total / 8


class Blend(Exported):
    """Between two networks, of which the second sees farther: share 0 is the first, 1 the second."""

    def __init__(self, first, second):
        super().__init__()
        self.first, self.second = Way(first), Way(second)

    def made(self, x, share):
        cut = self.second.margin - self.first.margin
        plain = x[:, :, cut:-cut, cut:-cut] if cut else x
        return self.first.made(plain) * (1 - share) + self.second.made(x) * share


class Textured(Exported):
    """Faithful, and so much texture on it where the source has fine change all over: not on flat areas, on lines and letters that
    stand on such, nor at single edges.
    """
    CHANGE = 3 / 255  # between neighbours, which is more than JPEG of good quality leaves on plain areas
    NONE, ALL = .72, .95  # of the pixels round about, from which on there is texture, and from which on there is all of it

    def __init__(self, faithful, texture):
        super().__init__()
        self.faithful, self.texture = Way(faithful), texture
        self.margin = texture.reach

    def made(self, x, share):
        beyond, cut = self.margin - self.faithful.margin, 2 * self.margin
        plain = self.faithful.made(x[:, :, beyond:-beyond, beyond:-beyond])
        grey = x.mean(1, keepdim=True)
        change = F.max_pool2d(grey, 3, 1, 1) + F.max_pool2d(-grey, 3, 1, 1)
        busy = F.avg_pool2d((change > self.CHANGE).to(torch.float32), 13, 1, 6)
        soft = F.avg_pool2d(((busy - self.NONE) / (self.ALL - self.NONE)).clamp(0, 1), 3, 1, 1)
        where = F.avg_pool2d(F.interpolate(soft, scale_factor=2., mode='nearest'), 3, 1, 1)
        return plain + share * (where * self.texture(x))[:, :, cut:-cut, cut:-cut]


class Difference(nn.Module):
    """What tells a picture and what was made of it, twice as large, apart, where that is broken. Bytes, [1, h, w, 3] and [1, 2h, 2w, 3],
    of whole squares of 8 px; float [9]:
    0 how far the means of a square are apart, as a share of what a sharper edge in it may change;
    1 in how many plain squares a channel is off by more than 2 levels to one side, 2 of how many plain squares;
    3, 4 by how many pixels of the source everything is moved, across and down, and 5 how much of the difference that explains;
    6 by how many levels the plain pixels of one column or row are off, on the mean;
    7 by what share of the contrast near them all pixels of one column or row are off, on the mean;
    8 by how many levels a channel is off on the whole, plain squares counting most.
    """
    SQUARE = 8
    PLAIN, OFF = 2., 2.2  # levels

    def forward(self, samples, made):
        source = samples.to(torch.float32).permute(0, 3, 1, 2)
        again = F.avg_pool2d(made.to(torch.float32).permute(0, 3, 1, 2), 2)
        off = again - source
        apart, mean = F.avg_pool2d(off, self.SQUARE), F.avg_pool2d(source, self.SQUARE)
        busy = (F.avg_pool2d(source * source, self.SQUARE) - mean * mean).clamp_min(0).sqrt().amax(1, keepdim=True)
        may = 4 + .8 * busy.clamp(0, 8) + .25 * (busy - 8).clamp_min(0)
        excess = (apart.abs() / may).max()
        plain = (busy < self.PLAIN).to(torch.float32)
        sides = torch.cat(((apart > self.OFF).to(torch.float32), (apart < -self.OFF).to(torch.float32)), 1)
        one_side = (sides * plain).sum((2, 3)).max()
        weight = 1 / (self.PLAIN + busy) ** 2
        tone = ((apart * weight).sum((2, 3)) / weight.sum((2, 3))).abs().max()
        grey, rest = source.mean(1, keepdim=True), off.mean(1, keepdim=True)
        across = (grey[:, :, 1:-1, 2:] - grey[:, :, 1:-1, :-2]) / 2
        down = (grey[:, :, 2:, 1:-1] - grey[:, :, :-2, 1:-1]) / 2
        inner = rest[:, :, 1:-1, 1:-1]
        # Least squares, held back where there is hardly anything to see: Lucas and Kanade 1981.
        few = .2 * torch.ones_like(inner).sum()
        aa, bb, ab = (across * across).sum() + few, (down * down).sum() + few, (across * down).sum()
        ar, br = (across * inner).sum(), (down * inner).sum()
        whole = aa * bb - ab * ab
        x, y = (bb * ar - ab * br) / whole, (aa * br - ab * ar) / whole
        explained = (x * ar + y * br) / ((inner * inner).sum() + .005 * few)
        near = F.max_pool2d(grey, 5, 1, 2) + F.max_pool2d(-grey, 5, 1, 2)
        still = (near < 6).to(torch.float32)
        seam = torch.cat([((rest * still).sum(side).abs() / (still.sum(side) + 8)).reshape(-1) for side in (2, 3)]).max()
        share = rest.abs() / (6 + near)
        line = torch.cat([share.sum(side).reshape(-1) / (torch.ones_like(share).sum(side).reshape(-1) + 8) for side in (2, 3)]).max()
        return torch.stack((excess, one_side, plain.sum(), x, y, explained, seam, line, tone))


class Snap(nn.Module):
    """Lays what a network made of a flat graphic onto the graphic's own few colours: samples, uint8 [1, h + 2m, w + 2m, 3], the
    source with the network's margin; made, uint8 [1, 2h, 2w, 3], or both int32; most, the highest sample; colours, float
    [k, 3], in levels of 255. Areas get their colour, edges a mixture of the two colours between which they lie; what is
    neither stays as it was made.
    """
    NEAR = 14.  # levels within which a pixel of the source is of a colour
    SAME = 5.  # levels within which a pixel made is, anywhere
    RIPPLE = 40.  # the same where all the source's pixels around are of that colour
    FOREIGN = 15.  # levels that a mixture with a colour not seen near must be better
    STRANGE = 44.  # levels beside every mixture, from which on a pixel stays as it was made
    BEYOND = 90.  # the same beyond a colour's own end of it, where networks swing

    def __init__(self, margin):
        super().__init__()
        self.margin = margin

    @staticmethod
    def squares(pixels, colours):
        """Squared distances of [n, 3] from [k, 3]: [n, k]."""
        return (pixels * pixels).sum(1, keepdim=True) - 2 * pixels @ colours.t() + (colours * colours).sum(1)

    def forward(self, samples, made, most, colours):
        unit = most / 255
        cut, height, width = self.margin, made.shape[1], made.shape[2]
        source = samples[0].to(torch.float32) / unit
        far = self.squares(source.reshape(-1, 3), colours).reshape(source.shape[0], source.shape[1], -1).permute(2, 0, 1).unsqueeze(0)
        pure = (far <= self.NEAR ** 2).to(torch.float32)
        seen = F.max_pool2d(pure, 5, 1, 2)
        alone = 1 - F.max_pool2d(1 - pure, 3, 1, 1)
        seen, alone = (one[:, :, cut:-cut, cut:-cut] for one in (seen, alone))
        both = torch.cat((seen, alone), 1)
        both = F.interpolate(both, scale_factor=2., mode='nearest')[0].permute(1, 2, 0).reshape(height * width, 2, -1)
        seen, alone = both[:, 0], both[:, 1]
        pixels = made.reshape(-1, 3).to(torch.float32) / unit
        off = self.squares(pixels, colours)
        least, nearest = (off + (1 - seen) * 1e6).min(1)
        area = torch.gather(alone, 1, nearest.unsqueeze(1))[:, 0] > .5
        plain = (least <= self.SAME ** 2) | (area & (least <= self.RIPPLE ** 2))
        result = colours[nearest]
        edge = torch.nonzero(~plain)[:, 0]
        one = pixels[edge]
        first = result[edge]
        foreign = (1 - seen[edge]) * self.FOREIGN ** 2
        along = one @ colours.t() - (one * first).sum(1, keepdim=True) - first @ colours.t() + (first * first).sum(1, keepdim=True)
        length = self.squares(first, colours).clamp_min(1.)
        free = along / length
        share = free.clamp(0, 1)
        away = ((one - first) ** 2).sum(1, keepdim=True) - 2 * share * along + share * share * length
        cost, other = (away + foreign).min(1)
        share, free = (torch.gather(each, 1, other.unsqueeze(1)) for each in (share, free))
        mixed = first + share * (colours[other] - first)
        beside = ((one - first - free * (colours[other] - first)) ** 2).sum(1)
        mixed = torch.where(((beside > self.STRANGE ** 2) | (cost > self.BEYOND ** 2)).unsqueeze(1), one, mixed)
        result = result.scatter(0, edge.unsqueeze(1).expand(-1, 3), mixed)
        return torch.round(result.clamp(0, 255) * unit).to(made.dtype).reshape(1, height, width, 3)


def turned(x, turns):
    """Quarter turns, by what ONNX can say."""
    if turns == 1:
        return x.transpose(2, 3).flip(2)
    if turns == 2:
        return x.flip(2).flip(3)
    return x.transpose(2, 3).flip(3) if turns == 3 else x
