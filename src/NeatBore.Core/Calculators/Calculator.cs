using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators;

/// <summary>A calculator as the book lists it.</summary>
/// <param name="Name">Its name on the wire and in logs.</param>
/// <param name="Version">From 1; it goes up when the same question may be answered otherwise than before.</param>
/// <param name="Model">The formula and its source in one line.</param>
/// <param name="Request">What it is asked with; null where only a run sheet asks it.</param>
/// <param name="Answer">What it answers with.</param>
public abstract record Calculator(string Name, int Version, string Model, Type? Request, Type Answer)
{
    /// <summary>Answers.</summary>
    /// <param name="request">Of the type that it is asked with.</param>
    /// <exception cref="UnusableInputException">The values can't be used: why, by the field.</exception>
    /// <exception cref="NotSupportedException">Only a run sheet asks it.</exception>
    public abstract CalcAnswer Solve(object request);
}

/// <summary>A calculator that anybody may ask.</summary>
public sealed record Calculator<TRequest, TAnswer>(string Name, int Version, string Model, Func<TRequest, TAnswer> Solver)
    : Calculator(Name, Version, Model, typeof(TRequest), typeof(TAnswer))
    where TAnswer : CalcAnswer
{
    /// <inheritdoc/>
    public override CalcAnswer Solve(object request) => Solver((TRequest)request);
}

/// <summary>A calculator that searches, and takes its time: one question at a time, and one that is given up ends the search.</summary>
public sealed record SearchingCalculator<TRequest, TAnswer>(
    string Name,
    int Version,
    string Model,
    Func<TRequest, CancellationToken, TAnswer> Solver
) : Calculator(Name, Version, Model, typeof(TRequest), typeof(TAnswer)), ISearching
    where TAnswer : CalcAnswer
{
    /// <inheritdoc/>
    public override CalcAnswer Solve(object request) => Solve(request, CancellationToken.None);

    /// <inheritdoc/>
    public CalcAnswer Solve(object request, CancellationToken cancel) => Solver((TRequest)request, cancel);
}

/// <summary>What is asked one question at a time.</summary>
public interface ISearching
{
    /// <summary>Answers.</summary>
    /// <param name="request">Of the type that it is asked with.</param>
    /// <param name="cancel">Ends the search.</param>
    /// <exception cref="UnusableInputException">The values can't be used: why, by the field.</exception>
    /// <exception cref="OperationCanceledException">It was cancelled.</exception>
    CalcAnswer Solve(object request, CancellationToken cancel);
}

/// <summary>A calculator that only run sheets ask, of what they have read.</summary>
public sealed record InnerCalculator<TAnswer>(string Name, int Version, string Model)
    : Calculator(Name, Version, Model, null, typeof(TAnswer))
    where TAnswer : CalcAnswer
{
    /// <inheritdoc/>
    public override CalcAnswer Solve(object request) => throw new NotSupportedException($"{Name} is asked by run sheets alone.");
}
