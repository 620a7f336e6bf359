using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Centring;

/// <summary>What is known before of how readings of one kind scatter, worth as many readings more.</summary>
/// <param name="Mm">One standard deviation, mm, 0 or larger.</param>
/// <param name="Dof">Degrees of freedom that it is worth, 0 to 1,000; 0 where nothing is known.</param>
public sealed record Scatter(double Mm, int Dof)
{
    /// <summary>Of a sweep turned by hand: a Neat Bore default.</summary>
    public static Scatter ByHand { get; } = new(0.008, 4);

    /// <summary>Nothing is known.</summary>
    public static Scatter None { get; } = new(0, 0);

    internal void Check(Faults faults, string at)
    {
        faults.Within(Mm, 0, 10, $"{at}.mm");
        faults.Require(Dof is >= 0 and <= 1000, $"{at}.dof", "must be from 0 to 1000");
    }
}
