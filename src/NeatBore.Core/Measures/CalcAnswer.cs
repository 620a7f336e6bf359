namespace NeatBore.Core.Measures;

/// <summary>The answer of any calculator, as logs and figures carry it.</summary>
public abstract record CalcAnswer
{
    /// <summary>The formula and its source in one line.</summary>
    public abstract string Model { get; }

    /// <summary>The calculator's version, as the book lists it.</summary>
    public virtual int Version => 1;

    /// <summary>What it makes of one item of a set by itself; null where it says nothing of that.</summary>
    public virtual Verdict? Of(string item) => null;
}
