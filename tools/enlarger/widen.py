"""Begins a wider network from a narrower one of the same depth, by what that has learnt: it makes the same pixels at first.

Usage: widen.py GRAPH WEIGHTS/NAME.pt FEATURES, where GRAPH is a float network's ONNX file
"""
import sys

import onnx
import onnx.numpy_helper
import torch

import network as networks

SMALL = .05  # of what new features say at first: not nothing, so that they learn


def main(graph, target, features):
    found = {one.name.removeprefix('network.'): torch.tensor(onnx.numpy_helper.to_array(one, graph.rpartition('/')[0]))
             for one in onnx.load(graph).graph.initializer}
    layers = sum(1 for name in found if name.startswith('body.') and name.endswith('.weight'))
    torch.manual_seed(3)
    wide = networks.ExactNetwork(features, layers, 1)
    with torch.no_grad():
        old = found['head.weight'].shape[0]
        # The old networks saw what lies half a white below.
        wide.head.weight[:old] = found['head.weight']
        wide.head.bias[:old] = found['head.bias'] - found['head.weight'].sum((1, 2, 3)) * .5
        for number, convolution in enumerate(wide.body):
            convolution.weight[:old, :old] = found['body.%d.weight' % number]
            convolution.weight[:old, old:] *= SMALL
            convolution.bias[:old] = found['body.%d.bias' % number]
        wide.tail.weight[:, :old] = found['tail.weight']
        wide.tail.bias.copy_(found['tail.bias'])
    torch.save(wide.state_dict(), target)


if __name__ == '__main__':
    main(sys.argv[1], sys.argv[2], int(sys.argv[3]))
