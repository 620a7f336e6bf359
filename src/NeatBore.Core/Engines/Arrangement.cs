using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>How the cylinders stand.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<CylinderBanks>))]
public enum CylinderBanks
{
    /// <summary>In one row.</summary>
    [JsonStringEnumMemberName("straight")]
    Straight,

    /// <summary>In two rows, an angle apart.</summary>
    [JsonStringEnumMemberName("v")]
    Vee,

    /// <summary>In two rows that face away from one another.</summary>
    [JsonStringEnumMemberName("flat")]
    Flat,
}

/// <summary>What anybody knows of an engine that nobody has described: enough to draw it and to find one's way on it.</summary>
/// <param name="Banks">How the cylinders stand.</param>
/// <param name="Cylinders">1 to 16; in a V or flat an even number.</param>
/// <param name="BankAngleDeg">Of a V, 10 to 170 degrees; null for what is usual.</param>
/// <param name="BoreMm">20 to 300 mm; null where it is not known yet.</param>
/// <param name="StrokeMm">20 to 400 mm; null where it is not known yet.</param>
/// <param name="CamBearings">Of a camshaft in the block, 2 to as many as there are mains; 0 where there is none in the block.</param>
/// <param name="Rockers">On pressed trunnions, 0 to 64.</param>
public sealed record Arrangement(
    CylinderBanks Banks,
    int Cylinders,
    double? BankAngleDeg = null,
    double? BoreMm = null,
    double? StrokeMm = null,
    int CamBearings = 0,
    int Rockers = 0
)
{
    /// <summary>It in one line, such as "Straight four, 80 × 66 mm".</summary>
    [JsonIgnore]
    public string Words =>
        $"{Banks switch { CylinderBanks.Straight => "Straight", CylinderBanks.Flat => "Flat", _ => "V" }} {Cylinders}"
        + (BoreMm is { } bore && StrokeMm is { } stroke ? FormattableString.Invariant($", {bore:0.###} × {stroke:0.###} mm") : "");

    /// <summary>Pairs of cylinders in a V or flat, cylinders in a row.</summary>
    [JsonIgnore]
    public int Bays => Banks == CylinderBanks.Straight ? Cylinders : Cylinders / 2;

    /// <summary>Main bearings: one beside each bay.</summary>
    [JsonIgnore]
    public int Mains => Bays + 1;

    /// <summary>Degrees between the banks; 0 in a row.</summary>
    [JsonIgnore]
    public double BetweenBanksDeg =>
        Banks switch
        {
            CylinderBanks.Straight => 0,
            CylinderBanks.Flat => 180,
            // Where even firing needs no split pins: 60 for six and twelve, 90 for the others, 45 for sixteen.
            _ => BankAngleDeg
                ?? (
                    Cylinders is 6 or 12 ? 60
                    : Cylinders == 16 ? 45
                    : 90
                ),
        };

    /// <summary>What is wrong with it, by its field.</summary>
    /// <exception cref="UnusableInputException">Something is: what would be right.</exception>
    public void Check()
    {
        var faults = new Faults();
        faults.Require(Cylinders is >= 1 and <= 16, "cylinders", "must be a whole number from 1 to 16");
        faults.Require(
            Banks == CylinderBanks.Straight || Cylinders % 2 == 0,
            "cylinders",
            "must be even: a V or a flat engine has as many on either side"
        );
        faults.Require(
            BankAngleDeg is null || Banks == CylinderBanks.Vee,
            "bankAngleDeg",
            "belongs to a V alone: leave it out, or choose V"
        );
        faults.Require(BankAngleDeg is null or (>= 10 and <= 170), "bankAngleDeg", "must be from 10 to 170 degrees");
        faults.Require(BoreMm is null or (>= 20 and <= 300), "boreMm", "must be from 20 to 300 mm");
        faults.Require(StrokeMm is null or (>= 20 and <= 400), "strokeMm", "must be from 20 to 400 mm");
        faults.Require(
            CamBearings == 0 || (CamBearings >= 2 && CamBearings <= Math.Max(2, Mains)),
            "camBearings",
            $"must be from 2 to {Math.Max(2, Mains)}, one beside each cylinder at most; 0 where no camshaft is in the block"
        );
        faults.Require(Rockers is >= 0 and <= 64, "rockers", "must be from 0 to 64");
        faults.ThrowIfAny();
    }
}
