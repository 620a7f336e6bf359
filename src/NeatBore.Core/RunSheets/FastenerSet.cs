using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets;

/// <summary>Fasteners that a step tightens together.</summary>
/// <param name="Name">As the builder says it.</param>
/// <param name="Thread">Their thread.</param>
/// <param name="TorqueNm">Last torque, N·m.</param>
/// <param name="Torque">What may reach them, with where that came from.</param>
/// <param name="Passes">In how many passes, 1 or more.</param>
/// <param name="View">The end that they are seen from.</param>
/// <param name="Bolts">Each of them, as seen from the front; the places of the step name them by their ids.</param>
/// <param name="UsedOnce">Whether each is used once only.</param>
public sealed record FastenerSet(
    string Name,
    ScrewThread Thread,
    double TorqueNm,
    Limit Torque,
    int Passes,
    View View,
    IReadOnlyList<BoltPlace> Bolts,
    bool UsedOnce = false
);
