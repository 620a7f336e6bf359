using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Calculators.Crank;

namespace NeatBore.Bench;

/// <summary>Requests to the calculators that search, of the largest size that a shop has.</summary>
internal sealed class Searching
{
    private readonly Random _chance = new(7);

    public IReadOnlyList<OilHoleWindow.Request> Windows { get; }

    public IReadOnlyList<BoreLine.Request> Lines { get; }

    public IReadOnlyList<ShimChoice.Request> Stacks { get; }

    public IReadOnlyList<DriveOrder.Request> Orders { get; }

    public Searching()
    {
        Windows =
        [
            .. Enumerable
                .Range(0, 50)
                .Select(_ => new OilHoleWindow.Request(
                    52,
                    [
                        new("a", Between(180, 190), 12, HoleShape.Round(7)),
                        new("b", Between(25, 35), 12.3, new HoleShape(ShapeKind.Slot, null, 8, 4)),
                        new("c", Between(300, 310), 11.8, HoleShape.Round(5)),
                    ],
                    [new("a", 185, 10, HoleShape.Round(7)), new("b", 30, 10, HoleShape.Round(5)), new("c", 305, 10, HoleShape.Round(5))],
                    new(Between(-4, 4), Between(0, 2)),
                    new([-10, 10], [0, 3]),
                    FinalDepthMm: 2
                )),
        ];
        Lines =
        [
            .. Enumerable
                .Range(0, 50)
                .Select(_ => new BoreLine.Request([
                    .. Enumerable
                        .Range(0, 7)
                        .Select(i => new BoreLine.Station(
                            $"{i}",
                            24 + (92 * i),
                            Between(-0.05, 0.05),
                            Between(-0.05, 0.05),
                            Between(0.02, 0.05)
                        )),
                ])),
        ];
        Stacks =
        [
            .. Enumerable
                .Range(0, 50)
                .Select(_ => new ShimChoice.Request(
                    Between(1, 3),
                    new(0.05, 0.25, 0.12),
                    new(1, 6),
                    [.. Enumerable.Range(0, 200).Select(_ => new ShimChoice.ShimLine(Math.Round(Between(0.05, 1.5), 4), 3))]
                )),
        ];
        Orders =
        [
            .. Enumerable
                .Range(0, 50)
                .Select(_ => new DriveOrder.Request(
                    [
                        .. Enumerable
                            .Range(0, 9)
                            .Select(i => new DriveOrder.Bore($"{i}", 10 + (90 * i), 22, 52 - Between(0, 3), 52.09 - Between(0, 3), 46, 20)),
                    ],
                    new(true, true),
                    new(DriveOrder.DriverKind.Expanding, 900, 40, 53, 30, 40),
                    DriveOrder.DriveSchool.NearerEnd
                )),
        ];
    }

    private double Between(double low, double high) => low + (_chance.NextDouble() * (high - low));
}
