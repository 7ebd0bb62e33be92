"""What belongs to the subject: a small net that sees a picture at 192 px and the marks a person gave."""
import torch
import torch.nn as nn
import torch.nn.functional as F

SIDE = 192  # px of the square that it sees; what lies beside the picture is grey and marked as outside


def layer(given, features, dilation=1):
    return nn.Sequential(
        nn.Conv2d(given, features, 3, padding=dilation, dilation=dilation, bias=False), nn.BatchNorm2d(features), nn.ReLU(inplace=True))


class CutoutNetwork(nn.Module):
    """Float [n, 6, 192, 192]: red, green, blue from 0 to 1; what a person says stays and goes, 0 or 1; what lies beside the
    picture, 0 or 1. To float [n, 1, 192, 192], before the sigmoid: how much of a pixel is of the subject.
    """
    FEATURES = (24, 40, 64, 96)

    def __init__(self):
        super().__init__()
        a, b, c, d = self.FEATURES
        self.one = nn.Sequential(layer(24, a), layer(a, a))
        self.two = nn.Sequential(layer(a, b), layer(b, b))
        self.three = nn.Sequential(layer(b, c), layer(c, c))
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
        x = torch.cat((x[:, :3] * 2 - 1, x[:, 3:]), 1)
        one = self.one(F.pixel_unshuffle(x, 2))
        two = self.two(F.max_pool2d(one, 2))
        three = self.three(F.max_pool2d(two, 2))
        four = self.four(F.max_pool2d(three, 2))
        four = four + self.all(four.mean((2, 3)))[:, :, None, None]
        y = self.back_three(self.up(four, three))
        y = self.back_two(self.up(y, two))
        return F.pixel_shuffle(self.tail(self.back_one(self.up(y, one))), 2)
