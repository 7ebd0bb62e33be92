"""Writes a network in whole numbers (network.ExactNetwork) as a graph: what PyTorch's own writer says in floats is said in bytes."""
import numpy as np
import onnx
from onnx import TensorProto, helper, numpy_helper

MIDDLE = 128  # the byte that stands for nothing, where something may be less than that


class Graph:
    """Nodes one after another, and the numbers that they take."""

    def __init__(self):
        self.nodes, self.numbers = [], []

    def number(self, name, value):
        self.numbers.append(numpy_helper.from_array(np.asarray(value), name))
        return name

    def node(self, kind, *inputs, out=None, **options):
        out = out or 'n%d' % len(self.nodes)
        self.nodes.append(helper.make_node(kind, list(inputs), [out], **options))
        return out

    def in_channels(self, name, values):
        return self.number(name, np.asarray(values, np.float32).reshape(1, -1, 1, 1))


def whole(network, convolution, most):
    weight, step = network.weights_of(convolution, most)
    return weight.detach().numpy().astype(np.float32), step.detach().numpy().reshape(-1).astype(np.float32)


def body(network, graph, x):
    """x: bytes as floats. What leaves the last block, in bytes, and their step."""
    weight, step = whole(network, network.head, network.FIRST)
    y = graph.node('Conv', x, graph.number('head.weight', weight), kernel_shape=[6, 6], strides=[2, 2], pads=[2, 2, 2, 2])
    # The network sees what lies half a white below.
    bias = network.head.bias.detach().numpy() - .5 * weight.sum((1, 2, 3)) * step
    y = graph.node('Add', graph.node('Mul', y, graph.in_channels('head.step', step / 255)), graph.in_channels('head.bias', bias))
    nothing, middle = graph.number('nothing', np.uint8(0)), graph.number('middle', np.uint8(MIDDLE))
    steps = network.log_steps.detach().exp2().numpy().astype(np.float32)
    row = graph.number('step.0', steps[0, 0])
    y = graph.node('QuantizeLinear', y, row, middle)
    for number, block in enumerate(network.body):
        name = 'body.%d.' % number
        inside, added = graph.number(name + 'inside', steps[number, 1]), graph.number(name + 'added', steps[number, 2])
        z = y
        for layer, given, where, to, at in ((block.first, (row, steps[number, 0]), middle, inside, nothing),
                                            (block.second, (inside, steps[number, 1]), nothing, added, middle)):
            part = name + ('first.' if layer is block.first else 'second.')
            weight, step = whole(network, layer, network.WEIGHT)
            bias = np.round(layer.bias.detach().numpy() / (step * given[1])).astype(np.int32)
            z = graph.node('QLinearConv', z, given[0], where, graph.number(part + 'weight', weight.astype(np.int8)),
                           graph.number(part + 'step', step), graph.number(part + 'zero', np.zeros(len(step), np.int8)), to, at,
                           graph.number(part + 'bias', bias), kernel_shape=[3, 3], pads=[1, 1, 1, 1])
        after = graph.number('step.%d' % (number + 1), steps[number + 1, 0])
        y = graph.node('QLinearAdd', y, row, middle, z, added, middle, after, middle, domain='com.microsoft')
        row = after
    return y, steps[-1, 0], row, middle


def write(network, path, deep):
    """The same graph as `Way` of a float network: samples and their most in, samples of twice the size out, without the margin."""
    graph, kind = Graph(), TensorProto.INT32 if deep else TensorProto.UINT8
    x = graph.node('Cast', graph.node('Transpose', 'samples', perm=[0, 3, 1, 2]), to=TensorProto.FLOAT)
    # Whole numbers up to 255, whose sums floats hold exactly.
    x = graph.node('Mul', x, graph.node('Div', graph.number('white', np.asarray([255], np.float32)), 'most'))
    y, unit, row, middle = body(network, graph, x)
    y = graph.node('Sub', graph.node('Cast', y, to=TensorProto.FLOAT), graph.number('middle.float', np.float32(MIDDLE)))
    weight, step = whole(network, network.tail, network.LAST)
    most = float(np.abs(weight).sum((1, 2, 3)).max()) * MIDDLE
    assert most < 2 ** 24, 'sums of the last layer are not exact: %d' % most
    y = graph.node('Conv', y, graph.number('tail.weight', weight), kernel_shape=[3, 3], pads=[1, 1, 1, 1])
    y = graph.node('Mul', y, graph.in_channels('tail.step', step * unit))
    y = graph.node('Add', y, graph.in_channels('tail.bias', network.tail.bias.detach().numpy()))
    y = graph.node('DepthToSpace', y, blocksize=4, mode='CRD')
    plain = graph.node('Conv', x, graph.number('bicubic', network.bicubic.numpy()), kernel_shape=[5, 5], pads=[2, 2, 2, 2])
    plain = graph.node('Mul', plain, graph.number('unit', np.asarray([1 / 255], np.float32)))
    made = graph.node('Add', y, graph.node('DepthToSpace', plain, blocksize=2, mode='CRD'))
    cut = 2 * network.reach
    made = graph.node('Slice', made, graph.number('from', np.asarray([cut, cut])), graph.number('to', np.asarray([-cut, -cut])),
                      graph.number('sides', np.asarray([2, 3])))
    made = graph.node('Clip', made, graph.number('least', np.float32(0)), graph.number('all', np.float32(1)))
    made = graph.node('Cast', graph.node('Round', graph.node('Mul', made, 'most')), to=kind)
    graph.node('Transpose', made, out='made', perm=[0, 2, 3, 1])
    value = helper.make_tensor_value_info
    model = helper.make_graph(
        graph.nodes, 'exact', [value('samples', kind, [1, 'h', 'w', 3]), value('most', TensorProto.FLOAT, [1])],
        [value('made', kind, [1, 'oh', 'ow', 3])], graph.numbers)
    opsets = [helper.make_opsetid('', 13), helper.make_opsetid('com.microsoft', 1)]
    onnx.save(helper.make_model(model, opset_imports=opsets, ir_version=7), path)
