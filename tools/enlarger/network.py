"""The network: plain 3x3 convolutions that learn what a bicubic enlargement x2 misses."""
import torch
import torch.nn as nn
import torch.nn.functional as F


def catmull_rom(x, a=-0.5):
    """Keys 1981, the cubic with a = -1/2."""
    x = abs(x)
    if x <= 1:
        return (a + 2) * x ** 3 - (a + 3) * x ** 2 + 1
    return a * x ** 3 - 5 * a * x ** 2 + 8 * a * x - 4 * a if x < 2 else 0.


def bicubic_weights():
    """A 5x5 convolution to 12 channels whose pixel shuffle is exactly the bicubic enlargement x2."""
    even = [catmull_rom(1.75), catmull_rom(.75), catmull_rom(.25), catmull_rom(1.25), 0.]
    sides = torch.tensor((even, even[::-1]))
    weights = torch.zeros(12, 3, 5, 5)
    for channel in range(3):
        for dy in range(2):
            for dx in range(2):
                weights[channel * 4 + dy * 2 + dx, channel] = torch.outer(sides[dy], sides[dx])
    return weights


class Network(nn.Module):
    """RGB 0..1 [n, 3, h, w] to [n, 3, 2h, 2w]. `padded`: the picture's edges are repeated (training)."""

    def __init__(self, features, layers, padded=True):
        super().__init__()
        self.padded = padded
        self.head = nn.Conv2d(3, features, 3, padding=1)
        self.body = nn.ModuleList([nn.Conv2d(features, features, 3, padding=1) for _ in range(layers)])
        self.tail = nn.Conv2d(features, 12, 3, padding=1)
        for convolution in [self.head, *self.body]:
            nn.init.kaiming_normal_(convolution.weight, nonlinearity='relu')
            nn.init.zeros_(convolution.bias)
        nn.init.normal_(self.tail.weight, std=1e-3)
        nn.init.zeros_(self.tail.bias)
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


def of(settings, padded=True):
    kind = WideNetwork if settings.get('wide') else Network
    return kind(settings['features'], settings['layers'], padded)


class Exported(nn.Module):
    """Samples in, uint8 or int32 [1, h + 2r, w + 2r, 3], of which r pixels of margin are used up, and their most, float [1];
    samples out, of the same type, [1, 2h, 2w, 3]. Layout, scale, clamp and rounding are inside.
    """

    def forward(self, samples, most, *more):
        x = samples.permute(0, 3, 1, 2).to(torch.float32) / most
        return torch.round(torch.clamp(self.made(x, *more), 0, 1) * most).to(samples.dtype).permute(0, 2, 3, 1)


class Way(Exported):
    def __init__(self, network):
        super().__init__()
        self.network, self.margin = network, network.reach

    def made(self, x):
        cut = 2 * self.margin
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
        return self.first.made(x[:, :, cut:-cut, cut:-cut]) * (1 - share) + self.second.made(x) * share


class Difference(nn.Module):
    """How far the means of squares of a picture of bytes and of what was made of it are apart at most, in levels: float [1].
    In the pictures' own memory, whose shape here says where the squares are: [rows, 8, columns, 8 * 3] and [rows, 16, columns, 16 * 3].
    """
    SQUARE = 8

    def forward(self, samples, made):
        return torch.max(torch.abs(self.means(samples, self.SQUARE) - self.means(made, 2 * self.SQUARE))).reshape(1)

    @staticmethod
    def means(x, side):
        # Rows first, then across by one product: much quicker than a mean over steps of three.
        return torch.matmul(x.to(torch.float32).mean(1), torch.eye(3).repeat(side, 1) / side)


def turned(x, turns):
    """Quarter turns, by what ONNX can say."""
    if turns == 1:
        return x.transpose(2, 3).flip(2)
    if turns == 2:
        return x.flip(2).flip(3)
    return x.transpose(2, 3).flip(3) if turns == 3 else x
