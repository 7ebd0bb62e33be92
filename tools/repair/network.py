"""What belongs to the subject: a small net that sees a picture at 192 px and the marks a person gave."""
import torch
import torch.nn as nn
import torch.nn.functional as F

from colours import ColourShares

SIDE = 192  # px of the square that it sees; what lies beside the picture is grey and marked as outside


def layer(given, features, dilation=1):
    return nn.Sequential(
        nn.Conv2d(given, features, 3, padding=dilation, dilation=dilation, bias=False), nn.BatchNorm2d(features), nn.ReLU(inplace=True))


class MarkedColours(nn.Module):
    """Float [n, 6, h, w], as CutoutNetwork sees it, to [n, 2, h, w]: how much more often a pixel's colour lies under marks of what
    stays, and of what goes, than in the picture; logarithms from -1 to 1, 0 where nothing is marked.
    """
    LEAST = 2e-4
    MOST = 4.

    def __init__(self):
        super().__init__()
        self.shares = ColourShares()

    def forward(self, x):
        place = self.shares.bins(x[:, :3])
        usual = self.shares(place, 1 - x[:, 5]) + self.LEAST
        told = []
        for plane in (3, 4):
            marked = x[:, plane]
            more = torch.log((self.shares(place, marked) + self.LEAST) / usual).gather(1, place).reshape(marked.shape)
            told.append((more / self.MOST).clamp(-1, 1) * (marked.amax((1, 2), keepdim=True) > 0))
        return torch.stack(told, 1) * (1 - x[:, 5:6])


class Likeness(nn.Module):
    """Lets every place see those like it, wherever they are: what is told of one by a mark holds for others."""
    KEYS = 32

    def __init__(self, features):
        super().__init__()
        self.ask, self.key = nn.Conv2d(features, self.KEYS, 1), nn.Conv2d(features, self.KEYS, 1)
        self.value, self.told = nn.Conv2d(features, features, 1), nn.Conv2d(features, features, 1)
        nn.init.zeros_(self.told.weight)
        nn.init.zeros_(self.told.bias)

    def forward(self, x):
        few = F.avg_pool2d(x, 2)
        ask, key, value = self.ask(x).flatten(2), self.key(few).flatten(2), self.value(few).flatten(2)
        like = torch.softmax(torch.bmm(ask.transpose(1, 2), key) / self.KEYS ** .5, 2)
        return x + self.told(torch.bmm(value, like.transpose(1, 2)).reshape(x.shape))


class CutoutNetwork(nn.Module):
    """Float [n, 6, 192, 192]: red, green, blue from 0 to 1; what a person says stays and goes, 0 or 1; what lies beside the
    picture, 0 or 1. To float [n, 1, 192, 192], before the sigmoid: how much of a pixel is of the subject.
    """
    FEATURES = (24, 40, 64, 96)

    def __init__(self):
        super().__init__()
        a, b, c, d = self.FEATURES
        self.colours = MarkedColours()
        self.one = nn.Sequential(layer(32, a), layer(a, a))
        self.two = nn.Sequential(layer(a, b), layer(b, b))
        self.three = nn.Sequential(layer(b, c), layer(c, c))
        self.like = Likeness(c)
        self.four = nn.Sequential(layer(c, d), layer(d, d, 2), layer(d, d, 3), layer(d, d))
        self.all = nn.Linear(d, d)
        self.back_three = nn.Sequential(layer(d + c, c), layer(c, c))
        self.back_two = nn.Sequential(layer(c + b, b), layer(b, b))
        self.back_one = nn.Sequential(layer(b + a, a), layer(a, a))
        self.tail = nn.Conv2d(a, 4, 3, padding=1)

    @staticmethod
    def up(small, beside):
        return torch.cat((F.interpolate(small, scale_factor=2., mode='nearest'), beside), 1)

    def forward(self, x):
        x = torch.cat((x[:, :3] * 2 - 1, x[:, 3:], self.colours(x)), 1)
        one = self.one(F.pixel_unshuffle(x, 2))
        two = self.two(F.max_pool2d(one, 2))
        three = self.like(self.three(F.max_pool2d(two, 2)))
        four = self.four(F.max_pool2d(three, 2))
        four = four + self.all(four.mean((2, 3)))[:, :, None, None]
        y = self.back_three(self.up(four, three))
        y = self.back_two(self.up(y, two))
        return F.pixel_shuffle(self.tail(self.back_one(self.up(y, one))), 2)
