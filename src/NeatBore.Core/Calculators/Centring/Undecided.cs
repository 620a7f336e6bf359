using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Centring;

/// <summary>What would decide where a value is too close to its limit: more places, a steadier hand, or a finer gauge.</summary>
internal static class Undecided
{
    private const int EnoughPlaces = 6;

    /// <summary>The words behind what is read, and what they name.</summary>
    /// <param name="fit">What was fitted.</param>
    /// <param name="readings">From how many readings.</param>
    /// <param name="check">What is not decided.</param>
    /// <param name="gain">What one reading's uncertainty becomes in that value.</param>
    public static (string Words, (string, Quantity)[] Named) By(CircleFit fit, int readings, Check check, double gain)
    {
        if (readings < EnoughPlaces)
        {
            return ("Read six or more places.", []);
        }

        return fit.ScatterLeads
            ? ("The readings scatter by {scatter}: hold it steadier.", [("scatter", Quantity.Mm(fit.ScatterMm, 0.001))])
            : (
                "This gauge can’t decide: take one good to {good}.",
                [("good", Quantity.Mm(Math.Abs(check.Limit - check.Value) / Math.Max(gain, 1e-9), 0.001))]
            );
    }
}
